<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Games\Taught\Runtimes;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\Launch;
use App\Rehearsals\Launch\TrialWorld;
use App\Work\Tasks;
use App\Work\Undertaking;
use LogicException;

/** Rehearses an instance. */
final readonly class Rehearse implements Undertaking
{
    public function __construct(
        private Rehearsing $rehearsing,
        private Tasks $tasks,
        private Games $games,
        private BothSides $together,
        private Agreements $agreements,
        private Runtimes $runtimes,
    ) {
    }

    /** @throws Refusal when nothing is applied, or the instance is busy */
    public function start(Instance $instance, bool $plain = false, Side $side = Side::Client, ?Instance $joins = null): Rehearsal
    {
        $joins === null ? null : $this->together->check($instance, $joins);
        if ($instance->applied_at === null && ! $plain) {
            throw Refusal::conflict('Nothing is applied yet, so there is nothing to launch. Apply the draft first.');
        }
        $game = $this->games->get($instance->plan->base->game);
        if ($plain && ! $game->launch->alone) {
            throw Refusal::conflict("{$game->name} is started by its loader, so there is nothing to launch without it.");
        }
        $this->agreements->require($game);
        $this->runtimes->program($game, $instance->plan->base->runtimeVersion);
        $rehearsal = null;
        $this->tasks->beginFor($instance, TaskKind::Rehearsal, function (Instance $locked) use (
            $game,
            $plain,
            $side,
            $joins,
            &$rehearsal,
        ): array {
            TrialWorld::claim($locked, $game);
            $joins === null ? null : TrialWorld::claim($joins, $game);
            $rehearsal = $locked->rehearsals()->create([
                'number' => 1 + (int) $locked->rehearsals()->max('number'),
                'applies' => $locked->applies,
                'plan' => $locked->plan,
                'plain' => $plain,
                'side' => $side,
                'joins' => $joins === null ? null : $this->together->await($joins)->id,
            ]);

            return ['rehearsal' => $rehearsal->id];
        });

        return $rehearsal ?? throw new LogicException('The rehearsal was just created.');
    }

    public function stop(Rehearsal $rehearsal): void
    {
        Rehearsal::query()
            ->whereKey($rehearsal->id)
            ->whereIn('state', LaunchState::open())
            ->update(['state' => LaunchState::Stopped]);
        // One that waits has no worker that could see it.
        $task = Task::query()
            ->where('kind', TaskKind::Rehearsal)
            ->where('state', TaskState::Waiting)
            ->where('subject->rehearsal', $rehearsal->id)
            ->first();
        if ($task !== null) {
            $this->tasks->turn($task, TaskState::Cancelled);
            $this->stopServer($rehearsal);
        }
    }

    /** The server that it was to join is not waited for any more. */
    private function stopServer(Rehearsal $rehearsal): void
    {
        Rehearsal::query()
            ->whereKey($rehearsal->joins)
            ->whereIn('state', LaunchState::open())
            ->update(['state' => LaunchState::Stopped]);
    }

    public function run(Task $task): void
    {
        $rehearsal = $this->of($task);
        if ($rehearsal !== null && ! $rehearsal->isOver()) {
            $task->advance('rehearsing', 0, 0);
            $this->rehearsing->run($rehearsal);
            $this->stopServer($rehearsal);
        }
    }

    public function abandon(Task $task, string $why): void
    {
        $rehearsal = $this->of($task);
        if ($rehearsal !== null) {
            Launch::endLeftOver($rehearsal->instance);
            if ($rehearsal->joins !== null && $rehearsal->server !== null) {
                Launch::endLeftOver($rehearsal->server->instance);
                Rehearsal::query()
                    ->whereKey($rehearsal->joins)
                    ->whereIn('state', LaunchState::open())
                    ->update(['state' => LaunchState::BrokenOff, 'problem' => mb_substr($why, 0, 1000)]);
            }
            Rehearsal::query()
                ->whereKey($rehearsal->id)
                ->whereIn('state', LaunchState::open())
                ->update(['state' => LaunchState::BrokenOff, 'problem' => mb_substr($why, 0, 1000)]);
        }
    }

    private function of(Task $task): ?Rehearsal
    {
        return Rehearsal::query()
            ->with(['instance', 'server.instance'])
            ->find((int) $task->about('rehearsal'));
    }
}
