<?php

declare(strict_types=1);

/*
 * Kills what runs at random moments of real work, and looks at what is left: php tests/Crash/kills.php [HOW MANY] [SEED].
 * Run by "bin/test kills [HOW MANY]", which starts the servers, workers and database that are killed.
 *
 * After each kill: no work is stuck 15 seconds later, every folder is the old one or the new one byte for byte, nothing of
 * worlds and configs is lost, every file of the store is what its name says, and a page is served within 20 seconds.
 */

use App\Depots\Depot;
use App\Depots\Sync\ReadDepot;
use App\Disk\ApplyDraft;
use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Drafts\Steps\GoBack;
use App\Drafts\Steps\Steps;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskState;
use App\Rehearsals\Culprits\CulpritSearch;
use App\Rehearsals\Culprits\SearchCulprits;
use App\Rehearsals\Rehearse;
use App\Work\Liveness;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

/** Whatever fails because the database is just being started again is tried again. */
function patiently(callable $ask): mixed
{
    for ($end = microtime(true) + 60; ; usleep(200_000)) {
        try {
            return $ask();
        } catch (PDOException $failure) {
            if (microtime(true) > $end) {
                throw $failure;
            }
            DB::purge();
        }
    }
}

/**
 * @return array<string, string> path => digest of what is in an instance's folder, without what says which apply made it and what the game
 *     writes beside it
 */
function tree(Instance $instance): array
{
    return array_filter(
        World::tree((new Folder($instance))->live()),
        fn (string $path): bool => preg_match('#^(mods|packs|worlds|config)/#', $path) === 1,
        ARRAY_FILTER_USE_KEY,
    );
}

/** @return list<int> processes of which one is killed */
function victims(string $what): array
{
    $run = config('stasimon.var').'/run';
    $pid = fn (string $name): int => (int) @file_get_contents("{$run}/{$name}.pid");
    $lines = fn (string $command): array => array_map(intval(...), array_filter(explode("\n", (string) shell_exec($command))));

    return match ($what) {
        'worker' => [$pid('worker-1'), $pid('worker-2')],
        'web' => [$pid('web'), $pid('php')],
        'web process' => $lines('pgrep -g '.$pid('web').','.$pid('php')),
        'supervisor' => $lines('pgrep -f '.escapeshellarg("bin/supervise {$run}")),
        'session' => array_column(
            patiently(
                fn (): array => DB::select(
                    'select pid from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and application_name '.
                    "like 'stasimon%'",
                ),
            ),
            'pid',
        ),
        default => [
            (int) @file_get_contents(
                (string) shell_exec('ls '.escapeshellarg((string) getenv('STASIMON_TEST_PG').'/postmaster.pid').' | tr -d "\n"'),
            ),
        ],
    };
}

$how = (int) ($argv[1] ?? 12);
$dice = new Randomizer(new Mt19937((int) ($argv[2] ?? 7)));
$fail = function (string $sentence): never {
    echo "FAILED  {$sentence}\n";
    exit(1);
};
$settle = function () use ($fail): float {
    $begun = microtime(true);
    $lost = null;
    while (true) {
        [$open, $left] = patiently(function (): array {
            $open = Task::query()->whereIn('state', TaskState::open())->get();
            $running = $open->filter(fn (Task $task): bool => $task->state === TaskState::Running)->pluck('id')->all();

            return [$open, $running === [] ? [] : app(Liveness::class)->lost(array_values($running))];
        });
        if ($open->isEmpty()) {
            return microtime(true) - $begun;
        }
        $lost = $left === [] ? null : $lost ?? microtime(true);
        if ($lost !== null && microtime(true) - $lost > 15) {
            $fail('Work whose worker is gone was not ended within 15 seconds: '.$open->pluck('kind.value')->join(', '));
        }
        if (microtime(true) - $begun > 180) {
            $fail(
                'Work does not end: '.
                    $open->map(fn (Task $task): string => "{$task->kind->value} {$task->state->value} {$task->step}")->join(', '),
            );
        }
        usleep(100_000);
    }
};
$served = function () use ($fail): float {
    for ($begun = microtime(true); microtime(true) - $begun < 20; usleep(100_000)) {
        $answer = @file_get_contents(getenv('STASIMON_URL').'/depots', false, stream_context_create(['http' => ['timeout' => 5]]));
        if ($answer !== false && str_contains($answer, 'Slipway')) {
            return microtime(true) - $begun;
        }
    }
    $fail('No page was served for 20 seconds.');
};

// Two instances: one that is changed to and fro, and one whose launch fails for two of its mods together.
$settle();
$turning = World::applied(['long-piers', 'weather-glass', 'gulls']);
$folder = new Folder($turning);
file_put_contents($folder->live('config/own.toml'), 'mine');
@mkdir($folder->live('worlds/Isle'), 0o755, true);
file_put_contents($folder->live('worlds/Isle/land.bin'), random_bytes(200_000));
$own = array_filter(
    tree($turning),
    fn (string $path): bool => str_starts_with($path, 'worlds/') || $path === 'config/own.toml',
    ARRAY_FILTER_USE_KEY,
);
$turn = fn (Plan $plan): Plan => $plan->wants('gulls')
    ? $plan->without('gulls')->wanting('tide-tables')
    : $plan->without('tide-tables')->wanting('gulls');
$whole = [1 => tree($turning)];
patiently(fn () => app(Drafting::class)->step($turning, $turn));
app(ApplyDraft::class)->start(
    Instance::query()
        ->with(['placed', 'draft'])
        ->findOrFail($turning->id),
);
$settle();
$whole[0] = tree($turning);
$failing = World::applied(['gulls', 'long-piers', 'brass-binnacle', 'glass-compass', 'weather-glass', 'bell-buoys']);
app(Rehearse::class)->start($failing);
$settle();
$failingTree = tree($failing);
$notes = ['killed' => [], 'became' => ['old' => 0, 'new' => 0], 'settled' => 0.0, 'served' => 0.0];

for ($kill = 1; $kill <= $how; $kill++) {
    $what = ['apply', 'restore', 'sync', 'rehearsal', 'culprit search'][$dice->getInt(0, 4)];
    $before = patiently(fn (): bool => isset(Instance::query()->findOrFail($turning->id)->versions()['gulls']));
    patiently(function () use ($what, $turning, $failing, $turn): void {
        $instance = Instance::query()
            ->with(['placed', 'draft'])
            ->findOrFail($turning->id);
        if ($what === 'sync') {
            Depot::query()->update(['sequence' => 0]);
            app(ReadDepot::class)->start(Depot::query()->orderBy('id')->firstOrFail());
        } elseif ($what === 'rehearsal') {
            app(Rehearse::class)->start($instance);
        } elseif ($what === 'culprit search') {
            $search = CulpritSearch::query()->where('instance_id', $failing->id)->where('state', 'stopped')->latest('id')->first();
            $search === null
                ? app(SearchCulprits::class)->start($failing->rehearsals()->where('number', 1)->firstOrFail()->load('instance'))
                : app(SearchCulprits::class)->goOn($search->load('instance'));
        } else {
            $entry = $instance->history()->first();
            if ($instance->draft === null) {
                $what === 'restore' && $entry !== null && $entry->before->isApplied()
                    ? app(Steps::class)->take(
                        $instance,
                        new GoBack($entry->id, (new Folder($instance))->hasPoint($entry->before->task)),
                    )
                    : app(Drafting::class)->step($instance, $turn);
            }
            app(ApplyDraft::class)->start(
                Instance::query()
                    ->with(['placed', 'draft'])
                    ->findOrFail($turning->id),
            );
        }
    });
    usleep($dice->getInt(0, 1_200_000));
    $target = ['worker', 'worker', 'worker', 'web', 'web process', 'supervisor', 'session', 'database'][$dice->getInt(0, 7)];
    $victims = array_values(array_filter(victims($target)));
    if ($victims !== []) {
        posix_kill($victims[$dice->getInt(0, count($victims) - 1)], SIGKILL);
        $notes['killed'][$target] = ($notes['killed'][$target] ?? 0) + 1;
    }
    $notes['settled'] = max($notes['settled'], $settle());
    $notes['served'] = max($notes['served'], $served());
    $about = "after kill {$kill} of {$what} by killing {$target}";
    $instance = patiently(fn (): Instance => Instance::query()->findOrFail($turning->id));
    $now = patiently(fn (): bool => isset($instance->versions()['gulls']));
    $notes['became'][$now === $before ? 'old' : 'new']++;
    $is = tree($instance);
    $withoutOwn = fn (array $tree): array => array_filter(
        $tree,
        fn (string $path): bool => ! str_starts_with($path, 'worlds/') && ! str_starts_with($path, 'config/'),
        ARRAY_FILTER_USE_KEY,
    );
    if ($withoutOwn($is) !== $withoutOwn($whole[(int) $now])) {
        $fail(
            "The folder is neither the old nor the new one {$about}: ".
                implode(
                    ', ',
                    array_keys(
                        array_diff_assoc($withoutOwn($is), $withoutOwn($whole[(int) $now])) +
                            array_diff_assoc($withoutOwn($whole[(int) $now]), $withoutOwn($is)),
                    ),
                ),
        );
    }
    if (array_diff_assoc($own, $is) !== []) {
        $fail("Worlds or configs were lost {$about}: ".implode(', ', array_keys(array_diff_assoc($own, $is))));
    }
    if ($instance->problem !== null) {
        $fail("The instance is set aside {$about}: {$instance->problem}");
    }
    if (array_diff_assoc($withoutOwn($failingTree), $withoutOwn(tree($failing))) !== []) {
        $fail("The other instance changed {$about}.");
    }
    foreach (World::tree(config('stasimon.var').'/store') as $path => $digest) {
        if (! str_starts_with((string) $path, 'partial/') && basename((string) $path) !== $digest) {
            $fail("{$path} of the store is not what its name says {$about}.");
        }
    }
}
$counts = implode(
    ', ',
    array_map(fn (string $name, int $count): string => "{$name} {$count}", array_keys($notes['killed']), $notes['killed']),
);
printf(
    "ok      %d kills (%s); old %d, new %d; settled within %.1f s, served within %.1f s\n",
    $how,
    $counts,
    $notes['became']['old'],
    $notes['became']['new'],
    $notes['settled'],
    $notes['served'],
);
