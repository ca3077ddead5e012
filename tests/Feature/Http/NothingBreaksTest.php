<?php

declare(strict_types=1);

use App\Disk\Applying;
use App\Disk\Folder;
use App\Disk\OwnFiles;
use App\Disk\Processes;
use App\Disk\RemoveInstance;
use App\Disk\Rubbish;
use App\Drafts\Drafting;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Rehearsals\Rehearse;
use App\Work\Liveness;
use App\Work\Performing;
use App\Work\Tasks;
use App\Work\Tending;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Plan;
use Symfony\Component\Process\Process;
use Tests\Support\World;

function fresh(Instance $instance): Instance
{
    return Instance::query()
        ->with(['placed', 'draft'])
        ->findOrFail($instance->id);
}

describe('what is a person\'s own', function (): void {
    beforeEach(fn () => World::depot());

    it('keeps a link a link, wherever it leads, writes nothing through it, and says so', function (bool $dangles): void {
        $instance = World::applied(['gulls']);
        $folder = new Folder($instance);
        $elsewhere = sys_get_temp_dir().'/stasimon-elsewhere-'.$instance->id;
        $dangles || mkdir($elsewhere);
        rmdir($folder->live('worlds'));
        symlink($elsewhere, $folder->live('worlds'));
        app(Steps::class)->take($instance, new Add(['long-piers']));
        $instance = World::apply($instance);
        expect(is_link($folder->live('worlds')))
            ->toBeTrue()
            ->and(readlink($folder->live('worlds')))
            ->toBe($elsewhere)
            ->and(isset($instance->versions()['long-piers']))
            ->toBeTrue();
        $this->get("/instances/{$instance->id}")
            ->assertOk()
            ->assertSee('worlds is a link');
        expect(file_exists($elsewhere) ? array_diff(scandir($elsewhere), ['.', '..']) : [])->toBe([]);
        $dangles || rmdir($elsewhere);
    })->with([false, true]);

    it('refuses a pipe before it copies anything', function (): void {
        $instance = World::applied(['gulls']);
        posix_mkfifo((new Folder($instance))->live('worlds/pipe'), 0o600);
        app(Steps::class)->take($instance, new Add(['long-piers']));
        expect(fn () => World::apply($instance))->toThrow(Refusal::class, 'worlds/pipe is neither a file nor a folder');
        expect(isset(fresh($instance)->versions()['long-piers']))->toBeFalse();
    });

    it('waits for whoever works in the folder, and says who that is', function (): void {
        $instance = World::applied(['gulls']);
        $game = new Process(['sleep', '60'], (new Folder($instance))->live('worlds'));
        $game->start();
        config(['stasimon.wait_for_game' => 0.5]);
        app(Steps::class)->take($instance, new Add(['long-piers']));
        expect(Processes::using((new Folder($instance))->live()))
            ->toBe([$game->getPid() => 'sleep'])
            ->and(fn () => World::apply($instance))
            ->toThrow(Refusal::class, "sleep (process {$game->getPid()}) is still working");
        $game->stop(0);
        expect(isset(World::apply($instance)->versions()['long-piers']))->toBeTrue();
    });

    it('sees that something was written since a folder was copied', function (): void {
        $folder = sys_get_temp_dir().'/stasimon-own-'.getmypid();
        mkdir("{$folder}/deep/er", 0o755, true);
        file_put_contents("{$folder}/deep/2024", 'old');
        $stand = OwnFiles::stand($folder);
        OwnFiles::copy($folder, "{$folder}.copy", $stand);
        expect(file_get_contents("{$folder}.copy/deep/2024"))
            ->toBe('old')
            ->and(is_dir("{$folder}.copy/deep/er"))
            ->toBeTrue()
            ->and(OwnFiles::stand($folder))
            ->toBe($stand);
        file_put_contents("{$folder}/deep/2024", 'newer');
        expect(OwnFiles::stand($folder))->not->toBe($stand);
        exec('rm -r '.escapeshellarg($folder).' '.escapeshellarg("{$folder}.copy"));
    });

    it('shows files and worlds whatever their names are', function (): void {
        $instance = World::applied(['gulls']);
        $folder = new Folder($instance);
        file_put_contents($folder->live('2024'), 'a file that is called by a number');
        mkdir($folder->live("worlds/\xff\xfe"));
        file_put_contents($folder->live("worlds/\xff\xfe/world.json"), json_encode(['mods' => ['great-cranes' => '1.0.0']]));
        foreach (['', '/files', '/draft', '/find', '/history'] as $page) {
            $this->get("/instances/{$instance->id}{$page}")->assertOk();
        }
        $this->get('/')->assertOk();
    });
});

describe('what cannot be applied', function (): void {
    beforeEach(fn () => World::depot());

    it('does not swap in what cannot be written down', function (): void {
        $instance = World::applied(['gulls']);
        $before = World::tree((new Folder($instance))->live());
        app(Steps::class)->take($instance, new Add(['long-piers']));
        // As wide as nothing is: whatever the cause, rows that cannot be written end the apply before the swap.
        DB::statement("alter table placed_releases add constraint refuse check (package_id <> 'long-piers')");
        expect(fn () => World::apply($instance))->toThrow(Illuminate\Database\QueryException::class);
        app(Applying::class)->recover($instance);
        expect(World::tree((new Folder($instance))->live()))
            ->toBe($before)
            ->and(fresh($instance)->draft)
            ->not->toBeNull()
            ->and(fresh($instance)->problem)
            ->toBeNull();
    });

    it('sets an instance aside that cannot be set right, with a sentence, and all others go on', function (): void {
        $broken = World::applied(['gulls']);
        $other = World::applied(['long-piers']);
        file_put_contents((new Folder($broken))->live('plan.pending'), '{"half": ');
        $this->artisan('stasimon:recover')->expectsOutputToContain('is set aside')->assertSuccessful();
        $this->get("/instances/{$broken->id}/files")
            ->assertStatus(409)
            ->assertSee('is set aside')
            ->assertSee('Try again');
        $this->post("/instances/{$broken->id}/rehearsals")->assertStatus(409);
        $this->get('/')->assertOk()->assertSee('is set aside');
        $this->get("/instances/{$other->id}")->assertOk();
        unlink((new Folder($broken))->live('plan.pending'));
        $this->post("/instances/{$broken->id}/mend")->assertRedirect();
        $this->get("/instances/{$broken->id}")->assertOk();
    });

    it('takes a draft that cannot be read back to the last step that can', function (): void {
        $instance = World::applied(['gulls']);
        app(Steps::class)->take($instance, new Add(['long-piers']));
        app(Steps::class)->take($instance, new Add(['weather-glass']));
        DB::table('drafts')->update(['plan' => '{"game": 7}']);
        $this->artisan('stasimon:recover')->expectsOutputToContain('back at the last step')->assertSuccessful();
        expect(fresh($instance)->draft->plan->wants('long-piers'))
            ->toBeTrue()
            ->and(fresh($instance)->draft->plan->wants('weather-glass'))
            ->toBeFalse();
    });

    it('keeps of each step of a draft what it changed, and a draft that was thrown away until another one is', function (): void {
        $instance = World::applied(['gulls']);
        $drafting = app(Drafting::class);
        $many = array_map(fn (int $i): string => "made-up-{$i}", range(1, 400));
        $drafting->step(
            $instance,
            fn (Plan $plan): Plan => array_reduce($many, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan),
        );
        $size = fn (): int => (int) DB::table('draft_steps')->sum(DB::raw('length(back) + length(forth)'));
        $first = $size();
        foreach (range(1, 30) as $i) {
            $drafting->step($instance, fn (Plan $plan): Plan => $plan->wanting("made-up-{$i}", ">=1.{$i}"));
        }
        expect($size() - $first)
            ->toBeLessThan(30 * 400)
            ->and($first)
            ->toBeLessThan(2 * 400 * 60);
        $drafted = fresh($instance)->draft->plan;
        foreach (range(1, 31) as $_) {
            $drafting->back($instance);
        }
        expect(fn () => $drafting->back($instance))
            ->toThrow(Refusal::class, 'No step is left')
            ->and(fresh($instance)->draft->plan)
            ->toEqual($instance->plan);
        foreach (range(1, 31) as $_) {
            $drafting->forth($instance);
        }
        expect(fn () => $drafting->forth($instance))
            ->toThrow(Refusal::class, 'No step was taken back')
            ->and(fresh($instance)->draft->plan)
            ->toEqual($drafted);
        $drafting->discard($instance);
        expect(fresh($instance)->draft)->toBeNull();
        $drafting->step($instance, fn (Plan $plan): Plan => $plan->wanting('long-piers'));
        expect(fn () => $drafting->bringBack($instance))->toThrow(Refusal::class, 'There is another draft by now');
        $drafting->discard($instance);
        $drafting->bringBack($instance);
        expect(fresh($instance)->draft->plan->wants('long-piers'))->toBeTrue();
        $drafting->back($instance);
        expect(fn () => $drafting->back($instance))->toThrow(Refusal::class);
    });

    it('refuses a step that would leave what cannot be read again', function (): void {
        $instance = World::applied(['gulls']);
        expect(fn () => app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->wanting('')))->toThrow(
            Refusal::class,
            'The draft is as it was',
        );
        expect(fresh($instance)->draft)->toBeNull();
        $this->post("/instances/{$instance->id}/draft/replace", ['id' => 'gulls'])->assertSessionHasErrors('target');
        $this->post("/instances/{$instance->id}/draft/let", [])->assertSessionHasErrors(['id', 'target']);
        $this->get("/instances/{$instance->id}/draft")->assertOk();
    });

    it('removes an instance at once, and its folder as work', function (): void {
        $instance = World::applied(['gulls']);
        $root = dirname((new Folder($instance))->live());
        $deep = $root.'/live/worlds/'.implode('/', array_fill(0, 400, 'd'));
        mkdir($deep, 0o755, true);
        touch("{$deep}/file");
        config(['queue.default' => 'null']);
        app(RemoveInstance::class)->start($instance);
        expect(is_dir($root))
            ->toBeFalse()
            ->and(Instance::query()->find($instance->id))
            ->toBeNull()
            ->and(Rubbish::isFilled())
            ->toBeTrue();
        app(Performing::class)->perform(Task::query()->where('kind', TaskKind::Removal)->sole()->id);
        expect(Rubbish::isFilled())->toBeFalse();
    });
});

describe('work', function (): void {
    beforeEach(function (): void {
        World::depot();
        config(['queue.default' => 'database']);
    });

    it('goes from state to state as it may, and no other way', function (): void {
        foreach (TaskState::cases() as $from) {
            foreach (TaskState::cases() as $to) {
                $task = Task::query()->create(['kind' => TaskKind::Apply, 'state' => $from]);
                expect(app(Tasks::class)->turn($task, $to))
                    ->toBe($from->canBecome($to))
                    ->and($task->state)
                    ->toBe($from->canBecome($to) ? $to : $from);
            }
        }
        expect(array_filter(TaskState::cases(), fn (TaskState $state): bool => TaskState::Done->canBecome($state)))->toBe([]);
    });

    it('ends what nobody is at any more, with a sentence, and what it was doing with it', function (): void {
        $instance = World::applied(['gulls']);
        $rehearsal = app(Rehearse::class)->start(fresh($instance));
        $task = Task::query()->where('kind', TaskKind::Rehearsal)->sole();
        DB::table('tasks')
            ->where('id', $task->id)
            ->update(['state' => 'running']);
        DB::table('rehearsals')->update(['state' => 'running']);
        app(Liveness::class)->hold($task->id);
        expect(app(Tending::class)->look())->toBe([]);
        app(Liveness::class)->release($task->id);
        expect(app(Tending::class)->look())->toBe(['Rehearsing was broken off: its worker was gone.']);
        expect($task->refresh()->state)
            ->toBe(TaskState::Failed)
            ->and($task->problem)
            ->toContain('ended before it was through')
            ->and($rehearsal->refresh()->state)
            ->toBe(LaunchState::BrokenOff);
        $this->get("/instances/{$instance->id}/rehearsals/1")
            ->assertOk()
            ->assertSee('Broken off');
        $this->get('/work')->assertOk()->assertSee('ended before it was through');
    });

    it('hands out again what a worker took and never began, and gives it up when none can', function (): void {
        $instance = World::applied(['gulls']);
        app(Rehearse::class)->start(fresh($instance));
        $task = Task::query()->where('kind', TaskKind::Rehearsal)->sole();
        DB::table('tasks')
            ->where('id', $task->id)
            ->update(['updated_at' => now()->subMinute()]);
        expect(app(Tending::class)->look())->toBe([]);
        // A worker was killed between taking the job and beginning it.
        for ($turn = 1; $turn <= 6; $turn++) {
            DB::table('jobs')->update(['reserved_at' => now()->subMinute()->timestamp]);
            DB::table('tasks')
                ->where('id', $task->id)
                ->update(['updated_at' => now()->subMinute()]);
            app(Tending::class)->look();
            expect(
                DB::table('jobs')
                    ->where('payload', 'like', "%{$task->id}%")
                    ->whereNull('reserved_at')
                    ->count(),
            )->toBe($turn <= 5 ? 1 : 0);
        }
        expect($task->refresh()->state)->toBe(TaskState::Failed)->and($task->problem)->toContain('No worker could begin it');
    });

    it('frees an instance at once when what waits for a worker is stopped', function (): void {
        $instance = World::applied(['gulls']);
        $rehearsal = app(Rehearse::class)->start(fresh($instance));
        $this->post("/instances/{$instance->id}/rehearsals/{$rehearsal->number}/stop")->assertRedirect();
        expect(Task::query()->where('kind', TaskKind::Rehearsal)->sole()->state)->toBe(TaskState::Cancelled);
        expect(app(Rehearse::class)->start(fresh($instance))->number)->toBe(2);
    });

    it('says what a failure means for people', function (Throwable $failure, string $sentence): void {
        expect(App\Refusal\Meaning::of($failure))->toContain($sentence);
    })->with([
        [
            fn () => new ErrorException('file_put_contents(): Write of 10 bytes failed with errno=28 No space left on device'),
            'The disk is full',
        ],
        [fn () => new ErrorException('mkdir(): Permission denied'), 'has no permission'],
        [fn () => new PDOException('SQLSTATE[HY000]: General error: 7 server closed the connection unexpectedly'), 'database was away'],
        [fn () => new LogicException('whatever'), 'Something unexpected'],
    ]);
});

it('counts the recommendation of a depot that nobody moderates for nothing where another has the loader', function (): void {
    World::depot();
    $bases = fn () => new App\Drafts\Bases(
        app(App\Games\Games::class)->get('ferrywright'),
        new App\Depots\Catalogue\DepotCatalogue(app(App\Games\Games::class)->get('ferrywright')),
    );
    $before = $bases()->plan('3.2.1', 'halyard', null, null, null)->base->loaderVersion;
    $depot = App\Depots\Depot::query()->create(['slug' => 'odd', 'name' => 'Odd', 'url' => 'http://127.0.0.1:9', 'place' => 9]);
    $row = (array) DB::table('releases')->where('package_id', 'halyard')->where('version', '<>', $before)->first();
    DB::table('releases')->insert(['depot_id' => $depot->id, 'recommended' => true] + $row);
    expect($bases()->plan('3.2.1', 'halyard', null, null, null)->base->loaderVersion)->toBe($before);
    $this->get('/new?game=ferrywright&version=3.2.1')->assertOk()->assertSee('recommended by Slipway')->assertDontSee('recommended by Odd');
});

it('says of work that waits that nobody is there to do it, and has it ended by hand', function (): void {
    $waiting = Task::query()->create(['kind' => 'sync', 'state' => 'waiting', 'step' => 'reading Slipway']);
    $this->get('/work')->assertOk()->assertSee('Reading Slipway')->assertSee('No worker is there.');
    $this->post("/work/{$waiting->id}/end")->assertRedirect();
    expect($waiting->refresh()->isOver())->toBeTrue();
    $this->get('/work')->assertOk()->assertDontSee('No worker is there.');
    $this->post("/work/{$waiting->id}/end")
        ->assertStatus(409)
        ->assertSee('That is over already');
    // One whose worker is not known is not ended from here.
    $running = World::task();
    $this->post("/work/{$running->id}/end")
        ->assertStatus(409)
        ->assertSee('A worker is at it');
    expect($running->refresh()->isOver())->toBeFalse();
});
