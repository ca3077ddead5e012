<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Disk\Processes;
use App\Models\Backup;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Rehearsals\Play\Play;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(fn () => World::depot());
afterEach(function (): void {
    foreach (Rehearsal::query()->where('purpose', 'play')->get() as $play) {
        array_map(
            fn (int $process): bool => posix_kill($process, SIGKILL),
            Processes::marked('STASIMON_PLAY', "{$play->instance_id}:{$play->number}"),
        );
    }
});

/** Starts it, and waits until it says that it is in a world. */
function played(Instance $instance): Rehearsal
{
    test()
        ->post("/instances/{$instance->id}/play")
        ->assertRedirect();
    $play = Rehearsal::query()->with('instance')->where('purpose', 'play')->latest('id')->firstOrFail();
    soon(fn (): bool => str_contains((string) file_get_contents((new Folder($instance))->log($play->number)), 'saved'));

    return $play;
}

/** Waits for what is true sooner or later. */
function soon(Closure $isTrue): void
{
    for ($end = microtime(true) + 120; ! $isTrue(); usleep(50_000)) {
        microtime(true) < $end || throw new RuntimeException('It did not come true.');
    }
}

/** Looks as the tender does, until the launch is over. */
function over(Rehearsal $play): Rehearsal
{
    soon(function () use ($play): bool {
        Artisan::call('stasimon:tend', ['--once' => true]);

        return $play->refresh()->isOver();
    });

    return $play;
}

it('plays an instance: keeps its worlds first, stays, ends when it is asked to, and says what is otherwise since', function (): void {
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    File::ensureDirectoryExists($folder->live('worlds/Long Shore'));
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"mods": {}}');
    File::ensureDirectoryExists($folder->live('worlds/Old Pier'));
    file_put_contents($folder->live('worlds/Old Pier/harbour.dat'), 'as it was');
    touch($folder->live('worlds/Long Shore/world.json'), time() + 5);
    $play = played($instance);
    expect($play->refresh()->state)
        ->toBe(LaunchState::Running)
        ->and($play->process)
        ->toBeGreaterThan(0)
        ->and($play->backup?->files)
        ->toHaveKeys(['Long Shore/world.json', 'Old Pier/harbour.dat']);
    $page = "/instances/{$instance->id}/rehearsals/{$play->number}";
    $this->get($page)->assertOk()->assertSee('Being played since')->assertSee('Ask it to end');
    $this->get("{$page}/lines")
        ->assertOk()
        ->assertSee('saved')
        ->assertHeader('X-Over', 'no');
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('Being played')
        ->assertDontSee('Rehearse <kbd>', false);

    // The folder is left alone meanwhile, and the draft can be changed.
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['long-piers']])->assertRedirect();
    foreach (['draft/apply', 'rehearsals', 'play', 'files/repair'] as $act) {
        $this->post("/instances/{$instance->id}/{$act}")
            ->assertStatus(409)
            ->assertSee('is being played. End the game first');
    }
    $this->delete("/instances/{$instance->id}")
        ->assertStatus(409)
        ->assertSee('is being played');

    $this->post("{$page}/stop")->assertRedirect();
    over($play);
    expect($play->state)
        ->toBe(LaunchState::Clean)
        ->and($play->exit_code)
        ->toBe(0)
        ->and($play->changed['worlds'])
        ->toBe(['Long Shore' => 'changed']);
    $this->get($page)
        ->assertOk()
        ->assertSee('ended cleanly')
        ->assertSee('Long Shore</span> was written into', false)
        ->assertSee('Put the worlds back');

    // As they were before, and those of now are kept beside.
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSeeInOrder(['Long Shore', 'in', "launch {$play->number}"]);
    $this->post("{$page}/worlds")->assertRedirect("/instances/{$instance->id}/draft");
    World::apply($instance->refresh());
    expect((string) file_get_contents($folder->live('worlds/Long Shore/world.json')))
        ->toBe('{"mods": {}}')
        ->and($folder->live('worlds/Long Shore/harbour.dat'))
        ->not->toBeFile()
        ->and(file_get_contents($folder->live('worlds/Old Pier/harbour.dat')))
        ->toBe('as it was');
    $kept = Backup::query()->latest('id')->firstOrFail();
    expect($kept->why)->toBe('before a draft was applied')->and($kept->files)->toHaveKey('Long Shore/harbour.dat');
});

it('finds a game again that was played on while Stasimon was stopped, and says how it ended', function (): void {
    $instance = World::applied(['gulls']);
    $play = played($instance);
    // What a start does before anything else.
    Artisan::call('stasimon:recover');
    expect($play->refresh()->state)->toBe(LaunchState::Running);
    $marked = Processes::marked('STASIMON_PLAY', "{$instance->id}:{$play->number}");
    expect($marked)->toHaveCount(2)->toContain($play->process);
    // Nothing in it makes it one of those that a new start ends.
    expect((string) file_get_contents("/proc/{$play->process}/environ"))
        ->not->toContain('STASIMON_SERVES')
        ->and(posix_getsid((int) $play->process))
        ->toBe($play->process);
    array_map(fn (int $process): bool => posix_kill($process, SIGKILL), array_diff($marked, [$play->process]));
    over($play);
    expect($play->state)->toBe(LaunchState::Failed)->and($play->exit_code)->toBe(137);
    $this->get("/instances/{$instance->id}/rehearsals/{$play->number}")
        ->assertOk()
        ->assertSee('with exit code 137');
});

it('plays several at once, and ends one of them at once', function (): void {
    $one = played(World::applied(['gulls']));
    $two = played(World::applied(['long-piers']));
    $this->post("/instances/{$two->instance_id}/rehearsals/{$two->number}/stop", ['now' => '1'])->assertRedirect();
    expect(over($two)->state)->toBe(LaunchState::Stopped)->and($two->exit_code)->toBe(137);
    $this->get("/instances/{$two->instance_id}/rehearsals/{$two->number}")
        ->assertOk()
        ->assertSee('Ended by hand after');
    expect($one->refresh()->state)->toBe(LaunchState::Running);
    // Without what keeps it, the game cannot say how it ends.
    array_map(
        fn (int $process): bool => posix_kill($process, SIGKILL),
        Processes::marked('STASIMON_PLAY', "{$one->instance_id}:{$one->number}"),
    );
    expect(over($one)->state)->toBe(LaunchState::BrokenOff)->and($one->problem)->toContain('how it ended is not known');
});

it('refuses what cannot be played, and puts nothing back that was not kept', function (): void {
    $this->post('/instances/'.World::instance(['gulls'])->id.'/play')
        ->assertStatus(409)
        ->assertSee('Nothing is applied yet, so there is nothing to play');
    $instance = World::applied(['gulls']);
    $play = played($instance);
    app(Play::class)->stop($play);
    over($play);
    expect($play->backup_id)
        ->toBeNull()
        ->and($play->changed['worlds'])
        ->toBe(['First Crossing' => 'new']);
    $this->post("/instances/{$instance->id}/rehearsals/{$play->number}/worlds")
        ->assertStatus(409)
        ->assertSee('There were no worlds before that');
    $this->post("/instances/{$instance->id}/rehearsals/99/worlds")->assertNotFound();
});

it('does not begin what was stopped while its worlds were kept', function (): void {
    $instance = World::applied(['gulls']);
    $play = $instance->rehearsals()->create(['number' => 1, 'plan' => $instance->plan, 'purpose' => 'play']);
    $stops = fn () => Rehearsal::query()
        ->whereKey($play->id)
        ->update(['state' => LaunchState::Stopped]);
    File::ensureDirectoryExists((new Folder($instance))->live('worlds/Long Shore'));
    file_put_contents((new Folder($instance))->live('worlds/Long Shore/harbour.dat'), 'x');
    Backup::created($stops);
    $task = Task::query()->create([
        'kind' => 'play',
        'state' => 'running',
        'instance_id' => $instance->id,
        'subject' => ['rehearsal' => $play->id],
    ]);
    app(Play::class)->run($task);
    expect($play->refresh()->state)->toBe(LaunchState::Stopped)->and(Processes::marked('STASIMON_PLAY', "{$instance->id}:1"))->toBe([]);
});

it('is not begun any more where it is ended while it waits, and says what became of one that was broken off', function (): void {
    $instance = World::applied(['gulls']);
    $waits = fn (int $number): Rehearsal => $instance
        ->rehearsals()
        ->create(['number' => $number, 'plan' => $instance->plan, 'purpose' => 'play', 'state' => 'waiting'])
        ->load('instance');
    $play = $waits(1);
    $task = Task::query()->create([
        'kind' => 'play',
        'state' => 'waiting',
        'instance_id' => $instance->id,
        'subject' => ['rehearsal' => $play->id],
    ]);
    app(Play::class)->stop($play);
    expect($play->refresh()->state)
        ->toBe(LaunchState::Stopped)
        ->and($task->refresh()->state->value)
        ->toBe('cancelled');
    // A worker that takes it up all the same begins nothing.
    app(Play::class)->run($task);
    expect($play->refresh()->state)->toBe(LaunchState::Stopped)->and(is_file((new Folder($instance))->log(1)))->toBeFalse();
    $broken = $waits(2);
    $task = Task::query()->create([
        'kind' => 'play',
        'state' => 'running',
        'instance_id' => $instance->id,
        'subject' => ['rehearsal' => $broken->id],
    ]);
    app(Play::class)->abandon($task, 'Its worker was ended.');
    expect([$broken->refresh()->state, $broken->problem])->toBe([LaunchState::BrokenOff, 'Its worker was ended.']);
    app(Play::class)->abandon($task, 'Again.');
    expect($broken->refresh()->problem)->toBe('Its worker was ended.');
});

it('plays the game as it is, in a folder of its own that no apply comes near, with copies of worlds', function (): void {
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    File::ensureDirectoryExists($folder->live('worlds/Long Shore'));
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"mods": {"gulls": "2.0.0"}}');
    $before = World::tree($folder->live());
    $this->get("/instances/{$instance->id}/rehearsals")
        ->assertOk()
        ->assertSee('Play without mods')
        ->assertSee('<option>Long Shore</option>', false);
    foreach (['None', '../live', '.', 'Long Shore/..'] as $world) {
        $this->post("/instances/{$instance->id}/play", ['plain' => '1', 'world' => $world])->assertNotFound();
    }
    $this->post("/instances/{$instance->id}/play", ['plain' => '1', 'world' => 'Long Shore'])->assertRedirect();
    $play = Rehearsal::query()->with('instance')->where('purpose', 'play')->sole();
    soon(fn (): bool => str_contains((string) file_get_contents($folder->log($play->number)), 'saved'));
    expect($play->refresh()->plain)
        ->toBeTrue()
        ->and($folder->plain('worlds/Long Shore/world.json'))
        ->toBeFile()
        ->and((string) file_get_contents($folder->log($play->number)))
        ->not->toContain('gulls');
    $page = "/instances/{$instance->id}/rehearsals/{$play->number}";
    $this->get($page)->assertOk()->assertSee('in a folder of its own')->assertSee('Launched without loader and mods.');
    $this->get("/instances/{$instance->id}")->assertOk()->assertSee('Being played without mods');
    $this->post("/instances/{$instance->id}/rehearsals")->assertStatus(409)->assertSee('is being played');
    app(Play::class)->stop($play);
    expect(over($play)->state)->toBe(LaunchState::Clean);
    // Nothing of the instance is otherwise, and nothing is said of its mods by it.
    expect(World::tree($folder->live()))
        ->toBe($before)
        ->and(Backup::query()->where('instance_id', $instance->id)->count())
        ->toBe(0)
        ->and($instance->refresh()->lastRehearsal)
        ->toBeNull();
    // It stays through an apply, and a world that is there is not laid over.
    $saved = World::tree($folder->plain());
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['long-piers']]);
    World::apply($instance->refresh());
    expect(World::tree($folder->plain()))->toBe($saved);
    $this->post("/instances/{$instance->id}/play", ['plain' => '1', 'world' => 'Long Shore'])
        ->assertStatus(409)
        ->assertSee('there is a world Long Shore already');
    $this->get("/instances/{$instance->id}/rehearsals")
        ->assertOk()
        ->assertSee('In it: ')
        ->assertDontSee('<option>Long Shore</option>', false);
});
