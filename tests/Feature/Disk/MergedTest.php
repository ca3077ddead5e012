<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Depots\Sync\Synchronising;
use App\Disk\Applying;
use App\Disk\Folder;
use App\Models\Instance;
use App\Orders\OrderLists;
use App\Refusal\Refusal;
use App\Rehearsals\Log\Reading;
use App\Store\Store;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @return list<string> names in the merged archive of an instance */
function mergedNames(Instance $instance): array
{
    exec('unzip -Z1 '.escapeshellarg((new Folder($instance))->live('ferrywright.jar')), $names);

    return $names;
}

it('merges mods into the archive of a game that reads no folder, launches it, and takes a mod out again to the byte', function (): void {
    $base = World::gameArchive();
    $instance = World::applied(['tin-funnels', 'old-slip'], '1.4.9', 'capstan', null, '8');
    $folder = new Folder($instance);
    expect(mergedNames($instance))
        ->toContain('ferry/Main.class', 'demo/tin_funnels/TinFunnels.class', 'demo/old_slip/OldSlip.class', 'META-INF/MANIFEST.MF')
        ->not->toContain('META-INF/FERRY.SF')
        ->not->toContain('META-INF/FERRY.RSA')
        ->and(is_dir($folder->live('mods')))
        ->toBeFalse()
        ->and($instance->placed->firstWhere('package_id', 'tin-funnels')?->path)
        ->toBe('ferrywright.jar');
    // As by hand: all into one folder in the order, and packed again.
    $hand = sys_get_temp_dir().'/stasimon-hand-'.getmypid();
    $store = new Store();
    $files = array_map(fn (string $id): string => $store->path(trim((string) $instance->placed->firstWhere('package_id', $id)?->sha256)), [
        'capstan',
        'old-slip',
        'tin-funnels',
    ]);
    exec(
        "rm -rf {$hand} && mkdir -p {$hand}/a {$hand}/b && cd {$hand}/a && unzip -qo {$base} && unzip -qo {$files[0]} -x 'META-INF/*' && ".
        "unzip -qo {$files[1]} -x 'META-INF/*' && unzip -qo {$files[2]} -x 'META-INF/*' && rm META-INF/*.SF META-INF/*.RSA && cd ../b && ".
        'unzip -qo '.
            escapeshellarg($folder->live('ferrywright.jar')),
        $said,
        $exit,
    );
    expect($exit)
        ->toBe(0, implode("\n", $said))
        ->and(array_diff_key(World::tree("{$hand}/b"), ['META-INF/MANIFEST.MF' => 1]))
        ->toBe(array_diff_key(World::tree("{$hand}/a"), ['META-INF/MANIFEST.MF' => 1]));
    exec("rm -rf {$hand}");
    // And byte for byte as a script makes it that knows nothing of ours.
    (new Process(['python3', base_path('tests/Reference/merge.py'), "{$hand}.jar", $base, ...$files]))->mustRun();
    expect(hash_file('sha256', $folder->live('ferrywright.jar')))->toBe(hash_file('sha256', "{$hand}.jar"));
    unlink("{$hand}.jar");
    $rehearsal = World::rehearsed($instance);
    expect($rehearsal->state->value)->toBe('clean', (string) file_get_contents(app(Reading::class)->log($rehearsal)->path));
    $with = hash_file('sha256', $folder->live('ferrywright.jar'));
    // The order decides whose hull it is.
    $list = app(OrderLists::class)->of($instance->load(['placed', 'draft']))['merged'];
    expect($list->contested)->toBe(['ferry/hull/Hull.class' => ['old-slip', 'tin-funnels']]);
    $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Merged into the game');
    $this->post("/instances/{$instance->id}/order", ['list' => 'merged', 'move' => 'up old-slip'])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect(hash_file('sha256', $folder->live('ferrywright.jar')))->not->toBe($with);
    $this->post("/instances/{$instance->id}/order", ['list' => 'merged', 'move' => 'up tin-funnels'])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect(hash_file('sha256', $folder->live('ferrywright.jar')))->toBe($with);
    // Out, and in again.
    $this->post("/instances/{$instance->id}/draft/remove", ['ids' => ['old-slip']]);
    $instance = World::apply($instance->refresh());
    expect(mergedNames($instance))->not->toContain('demo/old_slip/OldSlip.class');
    // Path by path beside the game's own archive, and beside what it was before.
    $this->get("/instances/{$instance->id}/order/merged")
        ->assertOk()
        ->assertSeeInOrder([
            'not here',
            'META-INF/FERRY.RSA',
            'only here',
            'demo/tin_funnels/TinFunnels.class',
            'Tin Funnels',
            'another',
            'ferry/hull/Hull.class',
        ]);
    $point = $instance->history()->firstOrFail();
    $this->get("/instances/{$instance->id}/order/merged?beside={$point->id}")
        ->assertOk()
        ->assertSeeInOrder(['not here', 'demo/old_slip/OldSlip.class'])
        ->assertDontSee('demo/tin_funnels')
        ->assertSee('before ');
    $this->get("/instances/{$instance->id}/order/merged?beside=99999")->assertNotFound();
    $this->get('/instances/'.World::applied(['gulls'])->id.'/order/merged')->assertStatus(409);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['old-slip']]);
    $instance = World::apply($instance->refresh());
    expect(hash_file('sha256', $folder->live('ferrywright.jar')))
        ->toBe($with)
        ->and(hash_file('sha256', $base))
        ->toBe(trim((string) DB::table('game_archives')->value('sha256')));
});

it('says what is missing where the game\'s own archive was not brought, and refuses what is none', function (): void {
    $instance = World::instance(['tin-funnels'], '1.4.9', 'capstan', null, '8');
    expect(fn () => World::apply($instance))->toThrow(Refusal::class, 'Bring it on the page of Ferrywright in Games');
    expect((new Folder($instance))->live())->not->toBeDirectory();
    $this->get('/games/ferrywright')->assertOk()->assertSee('is not here yet');
    $this->post('/games/ferrywright/archive', ['version' => '1.4.9', 'file' => UploadedFile::fake()->createWithContent('x.jar', 'none')])
        ->assertStatus(422)
        ->assertSee('x.jar');
    $this->post('/games/ferrywright/archive', ['version' => '3.2.1', 'file' => UploadedFile::fake()->createWithContent('x.jar', 'none')])
        ->assertStatus(422)
        ->assertSee('has a folder for mods');
    $this->post('/games/ferrywright/archive', ['version' => '1.4.9'])->assertSessionHasErrors('file');
    $this->post('/games/ferrywright/archive', [
        'version' => '1.4.9',
        'file' => new UploadedFile(World::gameArchive(), 'ferrywright.jar', test: true),
    ])->assertRedirect();
    $this->get('/games/ferrywright')->assertOk()->assertSee('ferrywright.jar');
    expect(mergedNames(World::apply($instance)))->toContain('demo/tin_funnels/TinFunnels.class');
    app(Applying::class)->recover($instance->refresh());
});

it('brings in the loader that another one extends, lays them in that order, and refuses the other one', function (): void {
    World::gameArchive();
    $instance = World::applied(['ballast-tanks', 'tin-funnels'], '1.4.9', 'spritsail', null, '8');
    expect($instance->versions())
        ->toMatchArray(['spritsail' => '1.1.0', 'capstan' => '2.0.3'])
        ->and(app(OrderLists::class)->of($instance->load(['placed', 'draft']))['merged']->contested['ferry/Main.class'])
        ->toBe(['capstan', 'spritsail']);
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('which extends it');
    $this->get("/instances/{$instance->id}/packages/spritsail")
        ->assertOk()
        ->assertSee('which it extends');
    $rehearsal = World::rehearsed($instance);
    expect($rehearsal->state->value)->toBe('clean', (string) file_get_contents(app(Reading::class)->log($rehearsal)->path));
    // The game itself refuses them the other way round.
    $main = (string) shell_exec(
        'unzip -p '.
            escapeshellarg((new Store())->path(trim((string) $instance->placed->firstWhere('package_id', 'capstan')?->sha256))).
            ' ferry/Main.class',
    );
    $jar = (new Folder($instance))->live('ferrywright.jar');
    copy($jar, $torn = sys_get_temp_dir().'/stasimon-torn-'.getmypid().'.jar');
    $zip = new ZipArchive();
    $zip->open($torn);
    $zip->addFromString('ferry/Main.class', $main);
    $zip->close();
    unlink($jar);
    rename($torn, $jar);
    $rehearsal = World::rehearsed($instance->refresh());
    expect($rehearsal->state->value)
        ->toBe('failed')
        ->and((string) file_get_contents(app(Reading::class)->log($rehearsal)->path))
        ->toContain('spritsail 1.1.0 lies under capstan 2.0.3');
    // Here nobody gets there: neither by moving, nor by a rule.
    $this->get("/instances/{$instance->id}/order")
        ->assertOk()
        ->assertSee('Spritsail wins over Capstan:')
        ->assertSee('Spritsail extends Capstan');
    $this->post("/instances/{$instance->id}/order", [
        'list' => 'merged',
        'ids' => ['capstan', 'spritsail', 'tin-funnels', 'ballast-tanks'],
    ])->assertRefused('Spritsail extends Capstan, so it lies over it and not under.');
    $this->post("/instances/{$instance->id}/order/rule", ['first' => 'spritsail', 'then' => 'capstan', 'list' => 'merged'])->assertRefused(
        'Spritsail extends Capstan',
    );
    expect($instance->refresh()->draft)->toBeNull();
    // What the base lies over stays while the base does.
    $this->post("/instances/{$instance->id}/draft/off", ['ids' => ['capstan']])
        ->assertStatus(409)
        ->assertSee('Spritsail extends Capstan, so it stays');
});

it('takes the files of a release for what they are: one that belongs to it, and one for another mod', function (): void {
    World::gameArchive();
    $instance = World::applied(['salt-works'], '1.4.9', 'capstan', null, '8');
    $jar = (new Folder($instance))->live('ferrywright.jar');
    expect($instance->versions())
        ->toMatchArray(['salt-works' => '1.3.0', 'salt-works.patch-2' => '1.3.0'])
        ->not->toHaveKey('salt-works.for-rope-walks')
        ->and((string) shell_exec('unzip -p '.escapeshellarg($jar).' assets/salt-works/lang/en.json'))
        ->toContain('Salt Works, mended');
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('Salt Works: Patch 2');
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['salt-works.for-rope-walks']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect($instance->versions())
        ->toHaveKeys(['rope-walks', 'salt-works.for-rope-walks'])
        ->and(mergedNames($instance))
        ->toContain('assets/salt-works/brined-rope.json');
    expect(World::rehearsed($instance)->state->value)->toBe('clean');
    // A depot that says it has one file fewer has it no more.
    $document = json_decode((string) file_get_contents(config('stasimon.demo_depots.Slipway').'/packages/salt-works.json'));
    array_pop($document->releases[0]->files);
    app(Synchronising::class)->put(Depot::query()->where('slug', 'slipway')->firstOrFail(), ['salt-works ' => $document], []);
    expect(DB::table('packages')->where('id', 'like', 'salt-works%')->orderBy('id')->pluck('name')->all())
        ->toContain('Salt Works: Patch 2')
        ->and(DB::table('sources')->where('local_id', 'salt-works.for-rope-walks')->exists())
        ->toBeFalse();
});

it('takes versions as they were written then: days, and ranges in words', function (): void {
    World::gameArchive();
    $instance = World::applied(['coal-bunkers'], '1.4.9', 'capstan', null, '8');
    // The older one is for 1.4.7 or older.
    expect($instance->versions()['coal-bunkers'])->toBe('9 November 2011');
    $this->get("/instances/{$instance->id}/packages/coal-bunkers")
        ->assertOk()
        ->assertSee('9 November 2011')
        ->assertSee('2 October 2011');
    expect(World::rehearsed($instance)->state->value)->toBe('clean');
    $this->post("/instances/{$instance->id}/draft/range", ['id' => 'coal-bunkers', 'range' => '>=2011-11-01'])->assertRedirect();
    expect(World::apply($instance->refresh())->versions()['coal-bunkers'])->toBe('9 November 2011');
});

it('takes of an archive for several versions of the game the folder that is for this one', function (): void {
    World::gameArchive();
    $instance = World::applied(['tide-mills'], '1.4.9', 'capstan', null, '8');
    expect(mergedNames($instance))
        ->toContain('assets/tide-mills/mill.json')
        ->not->toContain('read me.txt')
        ->and(
            (string) shell_exec(
                'unzip -p '.escapeshellarg((new Folder($instance))->live('ferrywright.jar')).' assets/tide-mills/mill.json',
            ),
        )
        ->toBe('{"for": "1.4.9"}');
    // It is offered for both.
    expect(DB::table('packages')->where('id', 'tide-mills')->value('supports'))
        ->toContain('ferrywright 1.4.7 capstan')
        ->toContain('ferrywright 1.4.9 capstan');
});
