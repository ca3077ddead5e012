<?php

declare(strict_types=1);

use App\Depots\Address;
use App\Depots\Depot;
use App\Disk\Folder;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Sharing\GivenHandOff;
use App\Sharing\HandOffs;
use App\Sharing\StarterGroup;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Opis\JsonSchema\Validator;
use Stasimon\Core\Plan\OwnChange;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\HandOffFile;
use Stasimon\Core\Share\HandOffText;
use Symfony\Component\Process\Process;
use Tests\Support\World;

beforeEach(fn () => World::depot());

function textOf(Instance $instance): string
{
    return HandOffText::write(app(HandOffs::class)->of($instance->refresh()->load(['placed', 'draft'])));
}

/** @return array<string, string> path => SHA-256 */
function modsOf(Instance $instance): array
{
    return $instance->refresh()->placed()->whereNotNull('path')->pluck('sha256', 'path')->all();
}

it('gives an instance away, and makes the same of it elsewhere, to the digest, though newer releases are there', function (): void {
    $mine = World::instance([]);
    $this->post("/instances/{$mine->id}/draft/add", ['ids' => ['gulls', 'fogbank', 'long-piers']]);
    // An older release than the newest was the right one here, without a pin.
    $this->post("/instances/{$mine->id}/draft/range", ['id' => 'fogbank', 'range' => '<2.1']);
    World::apply($mine->refresh());
    $this->post("/instances/{$mine->id}/draft/range", ['id' => 'fogbank', 'range' => '*']);
    World::apply($mine->refresh());
    expect($mine->refresh()->versions()['fogbank'])->toBe('2.0.3');
    $this->get("/instances/{$mine->id}/hand-off")
        ->assertOk()
        ->assertSee(textOf($mine))
        ->assertSee('Exact releases of');
    foreach (
        [
            ['text' => 'Try this: '.textOf($mine).' have fun'],
            [
                'file' => UploadedFile::fake()->createWithContent(
                    'x.json',
                    (string) $this->get("/instances/{$mine->id}/hand-off.json")->getContent(),
                ),
            ],
        ] as $turn => $form
    ) {
        $this->post('/hand-offs', $form)->assertRedirect();
        $given = GivenHandOff::query()->latest('id')->firstOrFail();
        $this->get("/hand-offs/{$given->id}")
            ->assertOk()
            ->assertSee('All of it is to be had here')
            ->assertSee('Harbour Lights');
        $this->post("/hand-offs/{$given->id}/make", ['name' => "A friend's {$turn}"])->assertRedirect();
        $theirs = World::apply(
            Instance::query()
                ->where('name', "A friend's {$turn}")
                ->firstOrFail(),
        );
        expect(modsOf($theirs))
            ->toBe(modsOf($mine))
            ->and($theirs->plan->wants)
            ->toEqual($mine->plan->wants)
            ->and($theirs->history()->firstOrFail()->sentence)
            ->toContain('Kept to the releases of a line-up from elsewhere.');
    }
    $schema = (string) file_get_contents(base_path('docs/formats/hand-off.schema.json'));
    expect(
        (new Validator())
            ->validate(json_decode((string) $this->get("/instances/{$mine->id}/hand-off.json")->getContent()), $schema)
            ->isValid(),
    )->toBeTrue();
    $this->delete("/hand-offs/{$given->id}")->assertRedirect('/hand-offs');
});

it('names a group of wants, switches it, and puts it into another instance', function (): void {
    $mine = World::applied(['fogbank', 'gulls', 'long-piers']);
    $this->post("/instances/{$mine->id}/draft/group", ['group' => 'Weather', 'ids' => ['fogbank', 'gulls']])->assertRedirect();
    $this->get("/instances/{$mine->id}")
        ->assertOk()
        ->assertSee('Turn off the group Weather');
    $this->post("/instances/{$mine->id}/draft/switch", ['group' => 'Weather', 'on' => '0'])->assertRedirect();
    $mine = World::apply($mine->refresh());
    expect($mine->plan->isOff('fogbank'))
        ->toBeTrue()
        ->and($mine->plan->isOff('gulls'))
        ->toBeTrue()
        ->and($mine->versions())
        ->toHaveKey('long-piers')
        ->not->toHaveKey('fogbank');
    $this->post("/instances/{$mine->id}/draft/switch", ['group' => 'Weather', 'on' => '1']);
    $mine = World::apply($mine->refresh());
    $this->get("/instances/{$mine->id}/hand-off?group=Weather")
        ->assertOk()
        ->assertSee('Exact releases of 2 packages');
    $this->get("/instances/{$mine->id}/hand-off?group=None")->assertNotFound();
    $this->post('/hand-offs', ['text' => HandOffText::write(app(HandOffs::class)->of($mine->load('placed'))->only('Weather'))]);
    $given = GivenHandOff::query()->firstOrFail();
    $other = World::applied(['long-piers']);
    $this->get("/hand-offs/{$given->id}")
        ->assertOk()
        ->assertSee('Or bring an instance to it')->assertSee('Only add what it asks for');
    $this->post("/hand-offs/{$given->id}/add", ['instance' => $other->id])->assertRedirect("/instances/{$other->id}/draft");
    $this->post("/hand-offs/{$given->id}/add", ['instance' => ''])->assertNotFound();
    expect(
        json_decode(
            (string) $this->get("/instances/{$mine->id}/hand-off.json?group=Weather")
                ->assertOk()
                ->getContent(),
            true,
        )['name'],
    )->toBe('Weather');
    // Kept for new instances: whatever releases fit them, and not those of whoever gave it.
    $this->post("/hand-offs/{$given->id}/keep")->assertRedirect("/hand-offs/{$given->id}");
    expect(HandOffDocument::read(StarterGroup::query()->where('name', 'Weather')->value('document'))->releases)->toBe([]);
    $this->get('/new')->assertOk()->assertSee('Weather');
    $other = World::apply($other->refresh());
    expect($other->plan->groups)
        ->toBe(['Weather' => ['fogbank', 'gulls']])
        ->and($other->versions())
        ->toHaveKeys(['fogbank', 'gulls', 'long-piers']);
    $this->post("/instances/{$other->id}/draft/ungroup", ['group' => 'Weather']);
    expect($other->refresh()->draft->plan->groups)->toBe([]);
    $this->post("/instances/{$other->id}/draft/group", ['group' => '', 'ids' => ['gulls']])->assertSessionHasErrors('group');
    $this->post("/instances/{$other->id}/draft/group", ['group' => 'Parts', 'ids' => ['kedge-bones']])
        ->assertStatus(422)
        ->assertSee('nothing to group');
});

it('is recognised wherever a text is asked for, and says what it is not', function (): void {
    $text = textOf(World::applied(['gulls']));
    foreach (['/wishes' => ['name' => ''], '/logs' => [], '/hand-offs' => []] as $address => $more) {
        $this->post($address, ['text' => "look\n{$text}"] + $more)->assertRedirect(
            '/hand-offs/'.GivenHandOff::query()->latest('id')->value('id'),
        );
    }
    expect(GivenHandOff::query()->count())->toBe(1);
    foreach (
        [
            substr($text, 0, -3) => 'is damaged',
            'Gulls' => 'is no hand-off',
            '' => 'Paste a hand-off',
            '{"format": "stasimon/hand-off", "revision": 2}' => 'revision 1 is expected',
        ] as $other => $why
    ) {
        $this->from('/hand-offs')
            ->post('/hand-offs', ['text' => $other])
            ->assertRefused($why);
        $this->from('/wishes')
            ->post('/wishes', ['name' => 'x', 'text' => str_starts_with($other, 'stasimon1.') ? $other : 'stasimon7.abc'])
            ->assertStatus(422);
    }
    expect(GivenHandOff::query()->count())->toBe(1);
});

it('says what of a hand-off is not to be had, and makes the nearest to it', function (): void {
    $given = [
        'format' => 'stasimon/hand-off',
        'revision' => 1,
        'name' => 'From far away',
        'plan' => [
            'game' => 'ferrywright',
            'gameVersion' => '3.2.1',
            'loader' => 'halyard',
            'loaderVersion' => '0.99.0',
            'runtime' => 'java',
            'runtimeVersion' => '21',
            'memory' => 4096,
            'wants' => [['id' => 'gulls', 'range' => '*']],
            'off' => [],
            'order' => [],
        ],
        'releases' => [['id' => 'gulls', 'version' => '77.0.0']],
    ];
    $this->post('/hand-offs', ['text' => json_encode($given)])->assertRedirect();
    $kept = GivenHandOff::query()->firstOrFail();
    $this->get("/hand-offs/{$kept->id}")
        ->assertOk()
        ->assertSee('0.99.0 is not to be had')
        ->assertSee('77.0.0')
        ->assertSee('another release stands in');
    $this->post("/hand-offs/{$kept->id}/make", ['name' => ''])->assertSessionHasErrors('name');
    $this->post("/hand-offs/{$kept->id}/make", ['name' => 'Near enough'])->assertRedirect();
    expect(World::apply(Instance::query()->where('name', 'Near enough')->firstOrFail())->versions()['gulls'])->not->toBe('77.0.0');
    $given['plan']['gameVersion'] = '9.9';
    $this->post('/hand-offs', ['text' => json_encode($given)]);
    $odd = GivenHandOff::query()->latest('id')->firstOrFail();
    $this->get("/hand-offs/{$odd->id}")
        ->assertOk()
        ->assertSee('9.9 is not known here')
        ->assertDontSee('Make an instance of it');
    $this->post("/hand-offs/{$odd->id}/make", ['name' => 'No'])->assertStatus(422);
    $this->post('/hand-offs', ['text' => json_encode(['plan' => ['game' => 'chess'] + $given['plan']] + $given)])->assertNotFound();
    expect(Instance::query()->where('name', 'No')->exists())->toBeFalse();
});

it('puts another beside it, takes over one line or all, and then nothing keeps them apart', function (): void {
    $mine = World::applied(['gulls', 'fogbank', 'deep-draught']);
    $theirs = World::instance(['fogbank', 'long-piers']);
    $this->post("/instances/{$theirs->id}/draft/range", ['id' => 'fogbank', 'range' => '<2.1']);
    $theirs = World::apply($theirs->refresh());
    $this->post("/instances/{$mine->id}/hand-off/beside", ['text' => textOf($theirs)])->assertRedirect();
    $beside = GivenHandOff::query()->value('id');
    $page = $this->get("/instances/{$mine->id}/hand-off?beside={$beside}")
        ->assertOk()
        ->assertSee('Keeps you apart')
        ->assertSee('both sides must have the same release')
        ->assertSee('adds what the other side sends')
        ->assertSee('Does not matter')
        ->assertSee('on the client only');
    expect($page->getContent())->toContain('You have Long Piers');
    $this->post("/instances/{$mine->id}/hand-off/take", ['from' => $beside, 'id' => 'long-piers'])->assertRedirect();
    $this->post("/instances/{$mine->id}/hand-off/take", ['from' => $beside, 'id' => 'fogbank'])->assertRedirect();
    $this->post("/instances/{$mine->id}/hand-off/take", ['from' => $beside, 'id' => 'deep-draught'])->assertRedirect();
    $mine = World::apply($mine->refresh());
    expect($mine->versions()['fogbank'])
        ->toBe('2.0.3')
        ->and($mine->versions())
        ->toHaveKeys(['long-piers', 'gulls'])
        ->not->toHaveKey('deep-draught');
    $this->get("/instances/{$mine->id}/hand-off?beside={$beside}")
        ->assertOk()
        ->assertDontSee('Keeps you apart')
        ->assertSee('on the client only');
    // The earlier line-up beside the present one, and all of it back.
    $point = (int) $mine->history()->value('id');
    $this->get("/instances/{$mine->id}/hand-off?beside={$point}")
        ->assertOk()
        ->assertSee('before ')
        ->assertSee('Deep Draught');
    $this->post("/instances/{$mine->id}/hand-off/take", ['from' => (string) $point])->assertRedirect("/instances/{$mine->id}/draft");
    expect(World::apply($mine->refresh())->versions())
        ->toHaveKey('deep-draught')
        ->not->toHaveKey('long-piers');
    // What stands on another version is compared, and not taken over in place.
    $other = World::applied(['gulls'], '3.2.2');
    $this->get("/instances/{$mine->id}/hand-off?beside={$other->id}")
        ->assertOk()
        ->assertSee('both sides must have the same version of the game')
        ->assertSee('not moved in place');
    $this->post("/instances/{$mine->id}/hand-off/take", ['from' => $other->id])->assertStatus(409);
    $this->get("/instances/{$mine->id}/hand-off?beside=nothing")->assertNotFound();
    $this->get("/instances/{$mine->id}/hand-off?beside=99999")->assertNotFound();
    expect($mine->refresh()->draft)->toBeNull();
});

it('is put beside several at once, says whom each thing keeps apart, and takes over from any of them', function (): void {
    $mine = World::applied(['gulls', 'fogbank']);
    $anna = World::applied(['fogbank', 'long-piers']);
    $ben = World::instance(['fogbank', 'gulls']);
    $this->post("/instances/{$ben->id}/draft/range", ['id' => 'fogbank', 'range' => '<2.1']);
    $ben = World::apply($ben->refresh());
    Instance::query()
        ->whereKey($anna->id)
        ->update(['name' => 'Anna']);
    Instance::query()
        ->whereKey($ben->id)
        ->update(['name' => 'Ben']);
    $this->post("/instances/{$mine->id}/hand-off/beside", ['instance' => $anna->id])->assertRedirect(
        "/instances/{$mine->id}/hand-off?beside={$anna->id}",
    );
    $this->post("/instances/{$mine->id}/hand-off/beside", ['instance' => $ben->id, 'beside' => $anna->id])->assertRedirect();
    $page = $this->get("/instances/{$mine->id}/hand-off?beside={$anna->id},{$ben->id}")
        ->assertOk()
        ->assertSeeInOrder([
            'Beside 2 others',
            'Leave out Anna',
            'Leave out Ben',
            'Keeps some of you apart',
            'Fogbank Weather',
            'both sides must have the same release',
            'Long Piers',
            'adds what the other side sends',
            'Does not matter',
            'Gulls',
            'on the client only',
        ])
        ->assertSee('Make mine like Anna')
        ->assertSee('Make mine like Ben')
        ->assertSee('Take that of Ben of Fogbank Weather')
        ->assertDontSee('Take that of Anna of Fogbank Weather');
    expect($page->getContent())->toContain('Anna: You have Long Piers');
    $this->post("/instances/{$mine->id}/hand-off/take", [
        'beside' => "{$anna->id},{$ben->id}",
        'from' => $ben->id,
        'id' => 'fogbank',
    ])->assertRedirect("/instances/{$mine->id}/hand-off?beside={$anna->id}%2C{$ben->id}");
    $mine = World::apply($mine->refresh());
    expect($mine->versions()['fogbank'])->toBe('2.0.3')->and($mine->versions())->not->toHaveKey('long-piers');
    $this->get("/instances/{$mine->id}/hand-off?beside={$anna->id},{$ben->id}")
        ->assertOk()
        ->assertSee('You can play together with Ben.');
    // One that is gone is said so; more than fit on a page are refused.
    $this->get("/instances/{$mine->id}/hand-off?beside={$anna->id},nothing")->assertNotFound();
    $this->post("/instances/{$mine->id}/hand-off/beside", ['instance' => $ben->id, 'beside' => 'a,b,c,d,e'])->assertRefused(
        '5 others at once',
    );
});

it('lets a file pass that says it may, keeps back one that says it may not, and asks about one that says nothing', function (): void {
    $author = World::applied(['fogbank']);
    $folder = sys_get_temp_dir().'/stasimon-terms-'.getmypid();
    (new Process([PHP_BINARY, base_path('standins/content/page.php'), '--out', $folder]))->mustRun();
    foreach (['tide-clock.zip', 'Bell-Buoys-9.0.0.zip'] as $name) {
        $this->post('/shelf', ['instance' => $author->id, 'files' => [new UploadedFile("{$folder}/{$name}", $name, test: true)]]);
    }
    $this->post("/instances/{$author->id}/draft/add", ['ids' => ['tide-clock', 'bell-buoys']]);
    $author = World::apply($author->refresh());
    $this->get("/instances/{$author->id}/hand-off")
        ->assertOk()
        ->assertSee('MIT, by LICENSE.txt')
        ->assertSee('stays here: READ ME.txt says “do not reupload”');
    $digests = ShelfFile::query()->orderBy('name')->pluck('sha256')->map(trim(...))->all();
    // A form that was crafted does not get it either.
    $archive = $this->post("/instances/{$author->id}/hand-off.zip", ['passed' => $digests])
        ->assertOk()
        ->baseResponse->getFile()
        ->getPathname();
    copy($archive, $copy = "{$folder}/given.zip");
    $read = HandOffFile::open($copy, 'it');
    expect(array_column($read->carried->files, 'name'))
        ->toBe(['tide-clock.zip'])
        ->and(array_column($read->carried->elsewhere, 'id'))
        ->toBe(['bell-buoys']);
    File::deleteDirectory($folder);
});

it(
    'carries configs and files of one\'s own in an archive, names those that may not be passed on, and is refused where it lies',
    function (): void {
        $author = World::applied(['fogbank']);
        $folder = sys_get_temp_dir().'/stasimon-page-'.getmypid();
        (new Process([PHP_BINARY, base_path('standins/content/page.php'), '--out', $folder]))->mustRun();
        foreach (['tide-clock.zip', 'Harbour_Bells-v2.1.zip'] as $name) {
            $this->post('/shelf', ['instance' => $author->id, 'files' => [new UploadedFile("{$folder}/{$name}", $name, test: true)]]);
        }
        $bells = ShelfFile::query()->where('name', 'like', 'Harbour%')->firstOrFail();
        if ($bells->state->value === 'asks') {
            $found = $bells->found;
            $this->post("/shelf/{$bells->id}", [
                'name' => 'Bells',
                'id' => 'bells-of-mine',
                'version' => '2.1',
                'kind' => 'mod',
                'content' => $found->content,
                'source' => 'https://pages.example/bells',
            ])->assertRedirect();
        }
        $ids = ShelfFile::query()->pluck('package_id')->filter()->all();
        $this->post("/instances/{$author->id}/draft/add", ['ids' => $ids]);
        $author = World::apply($author->refresh());
        File::ensureDirectoryExists((new Folder($author))->live('config'));
        file_put_contents((new Folder($author))->live('config/tides.cfg'), "high = 1\n");
        $without = [$bells->refresh()->package_id];
        $clock = trim((string) ShelfFile::query()->where('name', 'tide-clock.zip')->value('sha256'));
        $this->get("/instances/{$author->id}/hand-off")
            ->assertOk()
            ->assertSee('tide-clock.zip')
            ->assertSee('config/tides.cfg');
        $archive = $this->post("/instances/{$author->id}/hand-off.zip", [
            'configs' => ['config/tides.cfg', 'config/../x'],
            'passed' => [$clock, 'none'],
        ])
            ->assertOk()
            ->baseResponse->getFile()
            ->getPathname();
        copy($archive, $copy = "{$folder}.zip");
        $read = HandOffFile::open($copy, 'it');
        expect(array_keys($read->configs))
            ->toBe(['config/tides.cfg'])
            ->and(array_column($read->carried->files, 'name'))
            ->toBe(['tide-clock.zip'])
            ->and($read->carried->elsewhere[0]->source)
            ->toBe('https://pages.example/bells')
            ->and(
                (new Validator())
                    ->validate(json_decode($read->document), (string) file_get_contents(base_path('docs/formats/hand-off.schema.json')))
                    ->isValid(),
            )
            ->toBeTrue();
        // Somewhere else: a machine that has nothing of it.
        foreach (ShelfFile::query()->get() as $file) {
            DB::table('placed_releases')->where('instance_id', $author->id)->delete();
            $this->delete("/shelf/{$file->id}");
        }
        expect(ShelfFile::query()->exists())->toBeFalse();
        $this->post('/hand-offs', ['file' => new UploadedFile($copy, 'mine.zip', test: true)])->assertRedirect();
        $given = GivenHandOff::query()->firstOrFail();
        expect(ShelfFile::query()->pluck('state', 'name')->all())->toEqual(['tide-clock.zip' => ShelfState::Ready]);
        $this->get("/hand-offs/{$given->id}")
            ->assertOk()
            ->assertSee('it was got from https://pages.example/bells')
            ->assertSee('1 config');
        // Into an instance that is there its configs come as well.
        $there = World::instance(['gulls']);
        $this->post("/hand-offs/{$given->id}/add", ['instance' => $there->id])->assertRedirect();
        expect($there->draft()->firstOrFail()->plan->once->own)->toEqual([
            'config/tides.cfg' => OwnChange::content(hash('sha256', "high = 1\n")),
        ]);
        $this->post("/hand-offs/{$given->id}/make", ['name' => 'Theirs'])->assertRedirect();
        $theirs = Instance::query()->where('name', 'Theirs')->firstOrFail();
        $this->post("/instances/{$theirs->id}/draft/remove", ['ids' => $without]);
        $theirs = World::apply($theirs->refresh());
        expect($theirs->versions())
            ->toHaveKey('tide-clock')
            ->and(file_get_contents((new Folder($theirs))->live('config/tides.cfg')))
            ->toBe("high = 1\n");
        file_put_contents($copy, "PK\3\4 and nothing more");
        $this->post('/hand-offs', ['file' => new UploadedFile($copy, 'mine.zip', test: true)])->assertRefused('mine.zip');
        File::deleteDirectory($folder);
        unlink($copy);
    },
);

it('compares configs, tells those that both sides need alike, and takes one over', function (): void {
    [$mine, $theirs] = [World::applied(['gulls']), World::applied(['gulls'])];
    foreach (
        [
            [$mine, 'config/tides.cfg', 'high = 1'],
            [$theirs, 'config/tides.cfg', 'high = 2'],
            [$mine, 'config/sound.cfg', 'loud = 1'],
            [$theirs, 'config/sound.cfg', 'loud = 2'],
            [$theirs, 'config/same.cfg', 'x'],
            [$mine, 'config/same.cfg', 'x'],
        ] as [$instance, $path, $text]
    ) {
        File::ensureDirectoryExists((new Folder($instance))->live('config'));
        file_put_contents((new Folder($instance))->live($path), $text);
    }
    $this->get("/instances/{$mine->id}/hand-off?beside={$theirs->id}")
        ->assertOk()
        ->assertSeeInOrder([
            'Keeps you apart',
            'config/tides.cfg',
            'both sides must have the same settings here',
            'Does not matter',
            'config/sound.cfg',
        ])
        ->assertDontSee('Take theirs of config/same.cfg');
    $this->post("/instances/{$mine->id}/hand-off/take", ['from' => $theirs->id, 'config' => 'config/tides.cfg'])->assertRedirect();
    $mine = World::apply($mine->refresh());
    expect(file_get_contents((new Folder($mine))->live('config/tides.cfg')))
        ->toBe('high = 2')
        ->and(file_get_contents((new Folder($mine))->live('config/sound.cfg')))
        ->toBe('loud = 1');
    $this->get("/instances/{$mine->id}/hand-off?beside={$theirs->id}")
        ->assertOk()
        ->assertDontSee('Keeps you apart');
    $this->post("/instances/{$mine->id}/hand-off/take", ['from' => $theirs->id, 'config' => 'config/none.cfg'])->assertNotFound();
    $other = World::applied(['long-piers']);
    $this->post("/instances/{$other->id}/pack", ['id' => 'p', 'version' => '1', 'name' => 'P'])->assertRedirect();
    $this->get("/instances/{$mine->id}/hand-off?beside=".PackRelease::query()->value('id'))
        ->assertOk()
        ->assertSee('Long Piers');
});

it('says to who has the pack only what is beyond it', function (): void {
    $author = World::applied(['gulls', 'fogbank', 'long-piers']);
    $this->post("/instances/{$author->id}/pack", ['id' => 'p', 'version' => '1', 'name' => 'P'])->assertRedirect();
    $this->post("/instances/{$author->id}/draft/remove", ['ids' => ['fogbank']]);
    $author = World::apply($author->refresh());
    preg_match_all(
        '/stasimon1\.[A-Za-z0-9_-]+/',
        (string) $this->get("/instances/{$author->id}/hand-off")
            ->assertOk()
            ->getContent(),
        $texts,
    );
    $shorter = collect($texts[0])->sortBy(fn (string $text): int => strlen($text))->first();
    $this->post('/wishes', ['name' => 'x', 'text' => $shorter])->assertRedirect();
    expect(HandOffDocument::read(GivenHandOff::query()->value('document'))->releases)
        ->toEqual(array_diff_key($author->versions(), array_flip($author->plan->base->packages())))
        ->not->toHaveKey('fogbank');
    PackRelease::query()->delete();
    $this->post('/hand-offs', ['text' => $shorter])->assertRefused('Bring that pack first');
});

it('keeps a group for new instances, which can begin with it', function (): void {
    $author = World::applied(['gulls', 'fogbank']);
    $this->post("/instances/{$author->id}/draft/group", ['group' => 'Weather', 'ids' => ['fogbank']]);
    $this->post("/instances/{$author->id}/groups/keep", ['group' => 'None'])->assertNotFound();
    $this->post("/instances/{$author->id}/groups/keep", ['group' => 'Weather'])->assertRedirect();
    $starter = StarterGroup::query()->firstOrFail();
    $this->get('/new?game=ferrywright')->assertOk()->assertSee('Begin with')->assertSee('Weather');
    $this->post('/instances', [
        'name' => 'New',
        'game' => 'ferrywright',
        'version' => '3.2.1',
        'loader' => 'halyard',
        'groups' => [$starter->id, 'none'],
    ])->assertRedirect();
    $plan = Instance::query()->with('draft')->where('name', 'New')->firstOrFail()->draft->plan;
    expect($plan->wants('fogbank'))
        ->toBeTrue()
        ->and($plan->groups)
        ->toBe(['Weather' => ['fogbank']]);
    $this->delete("/starter-groups/{$starter->id}")->assertRedirect();
    $this->get('/new?game=ferrywright')->assertOk()->assertDontSee('Begin with');
});

it('knows a hand-off that comes again, and another state of it, and brings to that what was made of it', function (): void {
    $mine = World::applied(['fogbank', 'gulls']);
    $this->post('/hand-offs', ['text' => textOf($mine)]);
    $this->post('/hand-offs', ['text' => 'Once more: '.textOf($mine)]);
    $given = GivenHandOff::query()->sole();
    $this->get("/hand-offs/{$given->id}")->assertOk()->assertDontSee('was made of');
    $this->post("/hand-offs/{$given->id}/make", ['name' => 'Of a friend']);
    $theirs = World::apply(Instance::query()->where('name', 'Of a friend')->firstOrFail());
    $this->get("/hand-offs/{$given->id}")->assertOk()->assertSee('Of a friend was made of it.');
    $this->post("/instances/{$theirs->id}/draft/add", ['ids' => ['long-piers']]);
    World::apply($theirs->refresh());
    // The friend goes on: one more, one less, another channel, and one that both have is held to another range.
    $this->post("/instances/{$mine->id}/draft/add", ['ids' => ['weather-glass']]);
    $this->post("/instances/{$mine->id}/draft/remove", ['id' => 'gulls']);
    $this->post("/instances/{$mine->id}/draft/range", ['id' => 'fogbank', 'range' => '<2.1']);
    World::apply($mine->refresh());
    $this->post('/hand-offs', ['text' => textOf($mine->refresh())]);
    $newer = GivenHandOff::query()->latest('id')->firstOrFail();
    $this->get("/hand-offs/{$newer->id}")
        ->assertOk()
        ->assertSee('It is another state of what Of a friend was made of.')
        ->assertSee('<option value="'.$theirs->id.'" selected', false);
    $this->post("/hand-offs/{$newer->id}/bring", ['instance' => $theirs->id])
        ->assertRedirect("/instances/{$theirs->id}/hand-off?beside={$newer->id}");
    $this->post("/hand-offs/{$newer->id}/bring", ['instance' => 'none'])->assertNotFound();
    $this->get("/instances/{$theirs->id}/hand-off?beside={$newer->id}")->assertOk()->assertSee('Make mine like theirs');
    $this->post("/instances/{$theirs->id}/hand-off/take", ['from' => $newer->id])->assertRedirect("/instances/{$theirs->id}/draft");
    $theirs = World::apply($theirs->refresh());
    expect(modsOf($theirs))
        ->toBe(modsOf($mine))
        ->and($theirs->given_id)
        ->toBe($newer->id)
        ->and($theirs->plan->rangeOf('fogbank'))
        ->toBe('<2.1');
    $this->get("/hand-offs/{$newer->id}")->assertOk()->assertSee('Of a friend was made of it.');
});

it('tells whoever gives one away what a friend may not be able to have', function (): void {
    $mine = World::applied(['gulls']);
    $this->get("/instances/{$mine->id}/hand-off")
        ->assertOk()
        ->assertSee('come only from Slipway, inside your network.')
        ->assertDontSee('No depot has');
    Depot::query()->update(['url' => 'https://slipway.example']);
    $this->get("/instances/{$mine->id}/hand-off")->assertOk()->assertDontSee('inside your network');
    $mine->placed()->where('package_id', 'gulls')->update(['sha256' => str_repeat('a', 64)]);
    $this->get("/instances/{$mine->id}/hand-off")->assertOk()->assertSee('No depot has Gulls');
    foreach (['http://10.0.0.4/x', 'http://attic:8080', 'https://[fd00::1]', 'http://box.local', 'http://localhost'] as $inside) {
        expect(Address::isInside($inside))->toBeTrue();
    }
    foreach (['https://slipway.example', 'http://8.8.8.8', 'https://local.example'] as $outside) {
        expect(Address::isInside($outside))->toBeFalse();
    }
});
