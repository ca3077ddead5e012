<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Disk\Folder;
use App\Games\Games;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\How;
use App\Rehearsals\Launch\Launch;
use App\Rehearsals\Launch\Launched;
use App\Rehearsals\Launch\Server;
use App\Rehearsals\Log\Reading;
use App\Work\Liveness;
use App\Work\Tasks;
use Closure;
use Illuminate\Support\Facades\DB;

/** Launches a server and a client that joins it: each in its own folder, with a log of its own. */
final readonly class BothSides
{
    public function __construct(
        private Launch $launch,
        private Reading $reading,
        private Games $games,
        private Tasks $tasks,
        private Liveness $liveness,
    ) {
    }

    /** @throws Refusal where the two cannot be launched together */
    public function check(Instance $client, Instance $server): void
    {
        $game = $this->games->get($client->plan->base->game);
        match (true) {
            $client->id === $server->id => throw Refusal::conflict(
                'An instance does not join itself; its folder can be used by one game at a time. Make the server\'s half of it first.',
            ),
            $server->plan->base->game !== $game->id => throw Refusal::conflict("{$server->name} is of another game."),
            $server->applied_at === null => throw Refusal::conflict(
                "Nothing is applied in {$server->name} yet, so there is nothing to join.",
            ),
            ! $game->launch->canJoin() => throw Refusal::conflict(
                "How {$game->name} joins a server is not known here; its definition can say it.",
            ),
            default => null,
        };
    }

    /**
     * @param  Rehearsal  $joins  of the server, which waits to be begun
     * @param  Closure(): bool  $isStopped
     * @return Launched|null how the client ended; null where the server did not come up
     */
    public function run(Rehearsal $client, Rehearsal $joins, Closure $isStopped): ?Launched
    {
        $task = $this->occupy($joins);
        $server = null;
        $start = hrtime(true);
        try {
            $joins->update(['state' => LaunchState::Running, 'versions' => $joins->instance->load('placed')->versions()]);
            $server = $this->launch->serve(
                $joins->plan,
                (new Folder($joins->instance))->live(),
                $this->reading->log($joins),
                $joins->instance->launching,
            );
            $address = $server->opened($isStopped);

            return $address === ''
                ? null
                : $this->launch->run(
                    $client->plan,
                    (new Folder($client->instance))->live(),
                    $this->reading->log($client),
                    $isStopped,
                    new How(seed: $client->number, server: $address, words: $client->instance->launching),
                );
        } finally {
            $this->finish($joins, $server, $start);
            $this->tasks->turn($task, TaskState::Done);
            $this->liveness->release($task->id);
        }
    }

    /** Nothing else is done with the server's instance meanwhile; whoever asks is told why. */
    private function occupy(Rehearsal $joins): Task
    {
        return DB::transaction(function () use ($joins): Task {
            $locked = Instance::query()->lockForUpdate()->findOrFail($joins->instance_id);
            if ($this->tasks->openOf($locked) !== null) {
                throw Refusal::conflict("{$locked->name} is busy. Wait until that is done, and rehearse again.");
            }
            Tasks::refuseWhilePlayed($locked);
            $task = $locked
                ->tasks()
                ->create([
                    'kind' => TaskKind::Rehearsal,
                    'state' => TaskState::Running,
                    'step' => 'rehearsing together',
                    'subject' => ['rehearsal' => $joins->id],
                    'begun_at' => now(),
                ]);
            $this->liveness->hold($task->id);

            return $task;
        }, 3);
    }

    private function finish(Rehearsal $joins, ?Server $server, int $start): void
    {
        $isClean = $server?->end() === true;
        $joins->fill([
            'exit_code' => $isClean ? 0 : $server?->exitCode() ?? -1,
            'milliseconds' => intdiv(hrtime(true) - $start, 1_000_000),
            'state' => $isClean ? LaunchState::Clean : LaunchState::Failed,
        ]);
        $joins->reading = $this->reading->read($joins);
        $joins->save();
    }

    /** The rehearsal of the server that a client is to join. */
    public function await(Instance $server): Rehearsal
    {
        return $server
            ->rehearsals()
            ->create([
                'number' => 1 + (int) $server->rehearsals()->max('number'),
                'plan' => $server->plan,
                'applies' => $server->applies,
                'side' => Side::Server,
            ]);
    }
}
