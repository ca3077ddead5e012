<?php

declare(strict_types=1);

use App\Depots\DepotFailure;
use App\Depots\ReleaseRow;
use App\Disk\ApplyDraft;
use App\Disk\Applying;
use App\Disk\Folder;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Models\Instance;
use App\Models\Task;
use App\Refusal\Refusal;
use App\Rehearsals\Rehearse;
use App\Store\Store;
use App\Work\Halted;
use App\Work\Performing;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
    World::forgetFiles('tide-tables', 'bell-buoys', 'wet-ink', 'gulls', 'kedge-bones');
});
afterEach(fn () => World::good());

it('goes on where a download broke off', function (): void {
    World::mood('slipway', 'breaking off');
    World::mood('tidepool', 'breaking off');
    $instance = World::applied(['gulls']);
    expect($instance->versions())->toHaveKey('gulls');
    $transfers = DB::table('transfers')->get();
    expect($transfers)
        ->not->toBeEmpty()
        ->and($transfers->every(fn (object $one): bool => $one->state === 'there' && $one->done === $one->size))
        ->toBeTrue();
});

it('begins a file anew where a depot cannot go on', function (): void {
    $instance = World::instance(['bell-buoys']);
    $digest = trim(ReleaseRow::query()->where('package_id', 'bell-buoys')->orderByDesc('published_at')->value('file_sha256'));
    file_put_contents((new Store())->partial($digest), str_repeat('not what it was', 50));
    World::mood('slipway', 'no ranges');
    World::mood('tidepool', 'no ranges');
    expect(World::apply($instance)->versions())->toHaveKey('bell-buoys');
});

it('refuses what is damaged, too long, away or no depot at all, and changes nothing', function (string $mood, string $sentence): void {
    $instance = World::applied(['long-piers']);
    $before = World::tree((new Folder($instance))->live());
    app(Steps::class)->take($instance, new Add(['tide-tables']));
    World::mood('slipway', $mood);
    World::mood('tidepool', $mood);
    expect(fn () => World::apply($instance))->toThrow(DepotFailure::class, $sentence);
    expect(World::tree((new Folder($instance))->live()))->toBe($before)->and($instance->refresh()->draft)->not->toBeNull();
    // And once it is well again, the same draft goes through.
    World::good();
    expect(World::apply($instance)->versions())->toHaveKey('tide-tables');
})->with([
    ['damaged', 'the SHA-256 differs'],
    ['longer', 'not as long as'],
    ['away', '503'],
    ['elsewhere', 'sends us on to another host'],
    ['rubbish', 'not a depot'],
]);

it('takes a file from the other depot when the first has a damaged one', function (): void {
    World::applied(['gulls']);
    World::forgetFiles('gulls');
    $instance = World::instance(['gulls']);
    World::mood('slipway', 'damaged');
    expect(World::apply($instance)->versions())
        ->toHaveKey('gulls')
        ->and(DB::table('transfers')->where('name', 'like', 'gulls%')->value('depot'))
        ->toBe('Tidepool');
});

it('pauses in the middle, keeps what came, and goes on from there', function (): void {
    $instance = World::instance(['gulls']);
    World::mood('slipway', 'holding');
    World::mood('tidepool', 'holding');
    $task = World::task($instance);
    $once = true;
    $came = function (): int {
        clearstatcache();

        // On a slow machine the first may be whole by then, and have its name already.
        return DB::table('transfers')
            ->pluck('sha256')
            ->map(fn (string $digest): string => trim($digest))
            ->sum(
                fn (string $digest): int => (int) @filesize((new Store())->partial($digest)) +
                    (int) @filesize((new Store())->path($digest)),
            );
    };
    DB::listen(function (QueryExecuted $query) use ($task, $came, &$once): void {
        if ($once && str_starts_with($query->sql, 'update transfers') && $came() > 0) {
            DB::table('tasks')
                ->where('id', $task->id)
                ->where('state', 'running')
                ->update(['state' => 'paused']);
            $once = false;
        }
    });
    expect(fn () => app(Applying::class)->run($instance, $task))->toThrow(Halted::class);
    expect($came())
        ->toBeGreaterThan(0)
        ->and($task->refresh()->state->value)
        ->toBe('paused')
        ->and($instance->refresh()->applied_at)
        ->toBeNull();

    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Paused')
        ->assertSee('Go on')
        ->assertSee('gulls-2.0.0.zip');
    $this->post("/instances/{$instance->id}/draft/apply")
        ->assertStatus(409)
        ->assertSee('is paused');
    World::good();
    DB::table('tasks')
        ->where('id', $task->id)
        ->update(['state' => 'waiting']);
    app(Performing::class)->perform($task->id);
    expect($task->refresh()->state->value)
        ->toBe('done')
        ->and($instance->refresh()->versions())
        ->toHaveKey('gulls');
});

it('is cancelled, and the draft stays', function (): void {
    $instance = World::instance(['gulls']);
    $task = Task::query()->create(['kind' => 'apply', 'state' => 'waiting', 'instance_id' => $instance->id]);
    $this->get("/instances/{$instance->id}/apply")
        ->assertOk()
        ->assertHeader('X-Over', 'no');
    $this->post("/instances/{$instance->id}/apply/cancel")->assertRedirect();
    app(Performing::class)->perform($task->id);
    expect($task->refresh()->state->value)
        ->toBe('cancelled')
        ->and($instance->refresh()->applied_at)
        ->toBeNull()
        ->and($instance->draft)
        ->not->toBeNull();
    $this->get("/instances/{$instance->id}/draft")->assertSee('Applying was cancelled');
    foreach (['pause', 'go-on', 'cancel'] as $act) {
        $this->post("/instances/{$instance->id}/apply/{$act}")->assertStatus(409);
    }
});

it('tells that the disk is full before it fetches, and while it lays files', function (): void {
    $instance = World::applied(['long-piers']);
    $before = World::tree((new Folder($instance))->live());
    app(Steps::class)->take($instance, new Add(['gulls']));
    config(['stasimon.disk_reserve' => PHP_INT_MAX]);
    expect(fn () => World::apply($instance))->toThrow(App\Store\FullDisk::class, 'disk');
    expect(World::tree((new Folder($instance))->live()))->toBe($before)->and((new Folder($instance))->next())->not->toBeDirectory();
});

it('applies one draft of an instance at a time', function (): void {
    $instance = World::instance(['gulls']);
    $lock = (new Folder($instance))->lock();
    expect(fn () => World::apply($instance))->toThrow(Refusal::class, 'Another apply of this instance is at work');
    flock($lock, LOCK_UN);
    $instance->tasks()->update(['state' => 'failed']);
    config(['queue.default' => 'database']);
    app(ApplyDraft::class)->start($instance->load(['placed', 'draft']));
    expect(fn () => app(ApplyDraft::class)->start($instance))
        ->toThrow(Refusal::class, 'being applied')
        ->and(fn () => app(Rehearse::class)->start(World::applied(['long-piers'])))
        ->not->toThrow(Refusal::class);
    $this->delete("/instances/{$instance->id}")->assertStatus(409);
    expect(Instance::query()->whereKey($instance->id)->exists())->toBeTrue();
});

it('says how far each file is, and how long it will take', function (): void {
    $instance = World::instance(['gulls']);
    $task = Task::query()->create([
        'kind' => 'apply',
        'state' => 'running',
        'instance_id' => $instance->id,
        'step' => 'fetching files',
        'done' => 2_000_000,
        'total' => 10_000_000,
        'rate' => 1_000_000,
    ]);
    DB::table('transfers')->insert([
        [
            'task_id' => $task->id,
            'sha256' => str_repeat('a', 64),
            'name' => 'one.zip',
            'depot' => 'Slipway',
            'done' => 2_000_000,
            'size' => 4_000_000,
            'state' => 'fetching',
        ],
        [
            'task_id' => $task->id,
            'sha256' => str_repeat('b', 64),
            'name' => 'two.zip',
            'depot' => 'Tidepool',
            'done' => 0,
            'size' => 6_000_000,
            'state' => 'waiting',
        ],
    ]);
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSeeInOrder(['Pause', '2.0 MB of 10.0 MB', '1.0 MB/s', 'about 8 s left', 'one.zip', 'two.zip', 'waiting']);
    $this->get('/tasks')->assertSee('fetching files, 20%');
});

it('takes what came whole before it was broken off, and begins anew where more came than there is', function (): void {
    $instance = World::instance(['bell-buoys']);
    $release = ReleaseRow::query()->where('package_id', 'bell-buoys')->orderByDesc('published_at')->firstOrFail();
    $whole = (string) file_get_contents(config('stasimon.demo_depots.Slipway').'/'.$release->file_path);
    $digest = trim((string) $release->file_sha256);
    expect(hash('sha256', $whole))->toBe($digest);
    file_put_contents((new Store())->partial($digest), $whole);
    // No depot has to be there for it.
    World::mood('slipway', 'away');
    World::mood('tidepool', 'away');
    expect(World::apply($instance)->versions())->toHaveKey('bell-buoys');
    World::good();
    World::forgetFiles('tide-tables');
    $longer = trim((string) ReleaseRow::query()->where('package_id', 'tide-tables')->orderByDesc('published_at')->value('file_sha256'));
    file_put_contents((new Store())->partial($longer), str_repeat('too much', 500_000));
    app(Steps::class)->take($instance->refresh(), new Add(['tide-tables']));
    expect(World::apply($instance)->versions())->toHaveKey('tide-tables');
});
