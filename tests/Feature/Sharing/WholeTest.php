<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Models\Backup;
use App\Models\Instance;
use App\Models\Stage;
use App\Sharing\HandOffs;
use App\Sharing\Whole\Whole;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Share\HandOffDocument;
use Tests\Support\Archives;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** What lies in a folder: path => what it is. @return array<string, string> */
function lying(string $folder): array
{
    $lying = [];
    foreach (App\Files\Entries::below($folder, ['.stasimon.json']) as $entry) {
        $lying[bin2hex($entry->path)] = match (true) {
            $entry->isFolder() => 'folder',
            $entry->isLink() => 'link to '.readlink("{$folder}/{$entry->path}"),
            ! $entry->isFile() => 'no file',
            default => "{$entry->permissions()} {$entry->time} ".hash_file('sha256', "{$folder}/{$entry->path}"),
        };
    }
    ksort($lying);

    return $lying;
}

it('keeps all of an instance in one archive, and makes it again of that, here or elsewhere', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->grouping('Birds', 'gulls'));
    $instance = World::apply($instance);
    $folder = new Folder($instance);
    foreach (
        [
            'worlds/bay/world.json' => '{"mods": {"gulls": "2.0.0"}}',
            'config/gulls.json' => '{}',
            'my notes.txt' => 'mine',
            "shots/\xff\xfe" => 'bytes',
            'mods/handmade.zip' => 'not a zip',
        ] as $path => $text
    ) {
        File::ensureDirectoryExists(dirname($folder->live($path)));
        file_put_contents($folder->live($path), $text);
        touch($folder->live($path), 1_500_000_000);
    }
    chmod($folder->live('my notes.txt'), 0o600);
    symlink('/nowhere', $folder->live('a link'));
    mkdir($folder->live('empty'));
    posix_mkfifo($folder->live('pipe'), 0o644);
    $this->post("/instances/{$instance->id}/packages/gulls/note", ['note' => 'They are loud.']);
    $instance->update(['notes' => 'For the winter.']);
    Stage::query()->create([
        'instance_id' => $instance->id,
        'place' => 1,
        'title' => 'First',
        'instruction' => 'Do it.',
        'condition' => 'clean',
        'about' => '',
        'adds' => ['gulls' => '*'],
        'drops' => [],
        'entered_at' => '2026-01-02 03:04:05',
    ]);
    $before = lying($folder->live());

    $this->post(route('wholes.keep', $instance), ['name' => 'As it was'])->assertRedirect();
    $whole = Whole::query()->sole();
    expect($whole->made_at)
        ->not->toBeNull()
        ->and($whole->left_out)
        ->toBe(['pipe']);
    $this->get(route('about', $instance))->assertSee('As it was')->assertSee('without pipe, which is no file');
    $saved = $this->get(route('wholes.save', $whole))->assertOk()->baseResponse->getFile()->getPathname();
    // A reader that is not ours finds every file in it.
    exec('unzip -l '.escapeshellarg($saved), $listed);
    expect(implode("\n", $listed))
        ->toContain('live/my notes.txt')
        ->toContain('live/worlds/bay/world.json')
        ->not->toContain('gulls-2.0.0.zip');
    copy($saved, $elsewhere = sys_get_temp_dir().'/elsewhere.whole.zip');

    // The instance goes, and what was kept does not.
    $this->delete("/instances/{$instance->id}")->assertRedirect();
    expect($whole->refresh()->instance_id)->toBeNull();
    foreach (['here', 'elsewhere'] as $where) {
        $where === 'here'
            ? $this->post(route('wholes.restore', $whole))->assertRedirect()
            : $this->post(route('wholes.receive'), [
                'file' => new UploadedFile($elsewhere, 'elsewhere.whole.zip', test: true),
                'called' => 'Elsewhere',
            ])->assertRedirect();
        $made = Instance::query()->latest('id')->firstOrFail();
        expect($made->name)->toBe($where === 'here' ? 'As it was' : 'Elsewhere');
        $made = World::apply($made);
        $after = lying((new Folder($made))->live());
        unset($before[bin2hex('pipe')]);
        expect($after)
            ->toBe($before)
            ->and($made->versions())
            ->toHaveKeys(['gulls', 'long-piers'])
            ->and($made->plan->groups)
            ->toBe(['Birds' => ['gulls']])
            ->and($made->notes)
            ->toBe('For the winter.')
            ->and(DB::table('notes')->where('instance_id', $made->id)->value('text'))
            ->toBe('They are loud.')
            ->and(Stage::query()->where('instance_id', $made->id)->sole()->entered_at?->toDateTimeString())
            ->toBe('2026-01-02 03:04:05');
    }
    $this->delete(route('wholes.destroy', $whole));
    expect(is_file($whole->path()))->toBeFalse();
});

it('refuses an archive that is none, is damaged, or leads out of its folder, and makes nothing', function (
    array $entries,
    string $says,
): void {
    $file = Archives::file($entries);
    $instances = Instance::query()->count();
    $this->from('/folders')->post(route('wholes.receive'), ['file' => new UploadedFile($file, 'x.zip', test: true)]);
    $said = (string) session('errors')?->first('refused');
    $task = DB::table('tasks')->where('kind', 'whole')->latest('id')->first();
    expect($said.$task?->problem)
        ->toContain($says)
        ->and(Instance::query()->count())
        ->toBe($instances);
})->with([
    'no whole instance' => [['a.txt' => 'a'], 'is no whole instance'],
    'another format' => [['whole.json' => '{"format": "stasimon/pack"}'], 'is another format'],
    'no hand-off' => [['whole.json' => '{"format": "stasimon/whole", "revision": 1}'], 'cannot be read'],
    'no JSON' => [['whole.json' => 'x'], 'cannot be read'],
    'a path out of it' => [fn (): array => ['whole.json' => wholeJson(), 'live/../../x' => 'x'], 'leads out of its folder'],
    'an absolute path' => [fn (): array => ['whole.json' => wholeJson(), 'live//etc/x' => 'x'], 'leads out of its folder'],
    'a shelf file that is not in it' => [
        fn (): array => [
            'whole.json' => wholeJson(
                '[{"name": "a.zip", "sha256": "'.
                    str_repeat('0', 64).
                    '", "found": {"how": "new", "why": [], "id": "a", "name": "A", "kind": "mod", "side": "", "release": {"version": '.
                    '"1"}}}]',
            ),
        ],
        'does not hold a.zip',
    ],
]);

function wholeJson(string $shelf = '[]'): string
{
    $handOff = HandOffDocument::write(app(HandOffs::class)->of(World::instance(['gulls'])));

    return '{"format": "stasimon/whole", "revision": 1, "handOff": '.
        $handOff.
        ', "notes": {}, "about": "", "colour": "", "stages": [], "shelf": '.
        $shelf.
        '}';
}

it('misses a world that has vanished from the disk, and puts it back beside the others', function (): void {
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    foreach (['bay', 'cape'] as $world) {
        File::ensureDirectoryExists($folder->live("worlds/{$world}"));
        file_put_contents($folder->live("worlds/{$world}/world.json"), '{"mods": {}, "day": 1}');
    }
    $this->get(route('worlds', $instance))->assertOk()->assertDontSee('is gone');
    $this->post(route('worlds.backup', $instance));
    file_put_contents($folder->live('worlds/cape/world.json'), '{"mods": {}, "day": 2}');
    File::deleteDirectory($folder->live('worlds/bay'));
    $this->get(route('worlds', $instance))->assertSee('The world bay is gone from the folder.');
    $this->get(route('instances.show', $instance))->assertSee('The world bay is gone')->assertSee('Put it back as it was then');
    $backup = Backup::query()->where('instance_id', $instance->id)->latest('id')->firstOrFail();
    $this->post(route('worlds.put-back', [$instance, $backup]), ['world' => 'bay'])->assertRedirect();
    $this->nextRequest();
    $this->get(route('draft', $instance))
        ->assertSee('The world bay is put back as it was at a backup, beside those of now.')
        ->assertSee('Cleared by it');
    World::apply($instance);
    expect($folder->live('worlds/bay/world.json'))
        ->toBeFile()
        ->and(file_get_contents($folder->live('worlds/cape/world.json')))
        ->toContain('"day": 2');
    $this->nextRequest();
    $this->get(route('instances.show', $instance))->assertDontSee('is gone');
    // What a person renames, puts away or lets go is not missed.
    $this->get(route('worlds', $instance));
    $this->post(route('worlds.rename', $instance), ['world' => 'bay', 'name' => 'inlet']);
    $this->post(route('worlds.away', $instance), ['world' => 'cape']);
    $this->get(route('worlds', $instance))->assertDontSee('is gone');
    File::deleteDirectory($folder->live('worlds/inlet'));
    $this->get(route('worlds', $instance))
        ->assertSee('The world inlet is gone')
        ->assertSee('No backup has it')
        ->assertSee('There is no world in the folder now.');
    $this->post(route('worlds.let-go', $instance), ['world' => 'inlet']);
    $this->get(route('worlds', $instance))->assertDontSee('is gone');
});
