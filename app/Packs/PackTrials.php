<?php

declare(strict_types=1);

namespace App\Packs;

use App\Disk\Applying;
use App\Disk\RemoveInstance;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Games\Taught\Runtimes;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\PackRelease;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TrialState;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\TrialWorld;
use App\Rehearsals\Log\Reading;
use App\Rehearsals\Rehearsing;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Diagnose\Sureness;

/**
 * A release of a pack made as anybody would make it, launched, and thrown away, before others get it. What did not come up stays, so that
 * one can see why.
 */
final readonly class PackTrials implements Undertaking
{
    public function __construct(
        private Packs $packs,
        private Tasks $tasks,
        private Games $games,
        private Agreements $agreements,
        private Runtimes $runtimes,
        private Applying $applying,
        private Rehearsing $rehearsing,
        private Reading $reading,
        private RemoveInstance $removing,
    ) {
    }

    /** @throws Refusal while it is being tried, or where nothing of its game may be launched */
    public function start(PackRelease $release): Task
    {
        if ($release->trial_state === TrialState::Running) {
            throw Refusal::conflict("{$release->name} {$release->version} is being tried already.");
        }
        $base = $this->packs->of($release)->lineUp->plan->base;
        $game = $this->games->get($base->game);
        $this->agreements->require($game);
        $this->runtimes->program($game, $base->runtimeVersion);
        $this->throwAway($release);
        $release->update(['trial_state' => TrialState::Running, 'trial_said' => '', 'tried_at' => now()]);

        return $this->tasks->begin(TaskKind::PackTrial, "trying {$release->name} {$release->version}", ['release' => $release->id]);
    }

    public function run(Task $task): void
    {
        $release = PackRelease::query()->find($task->about('release'));
        if ($release === null) {
            return;
        }
        try {
            $instance = $this->made($release, $task);
        } catch (Refusal $refusal) {
            $this->end($release, TrialState::Short, $refusal->getMessage());
            $this->clear($release, $task);

            return;
        }
        $rehearsal = $this->rehearsed($instance, $task);
        if ($rehearsal->state === LaunchState::Clean) {
            $this->end($release, TrialState::Clean, "It came up clean in {$rehearsal->seconds()}.");
            $this->clear($release, $task);

            return;
        }
        if ($rehearsal->state !== LaunchState::Failed) {
            $this->end($release, TrialState::Short, 'Its launch was '.$rehearsal->inWords().'.');
            $this->clear($release, $task);

            return;
        }
        $task->update(['instance_id' => null]);
        $finding = $this->reading->findings($rehearsal)[0] ?? null;
        $this->end($release, TrialState::Failed, match ($finding?->diagnosis->sure) {
            null => ucfirst($rehearsal->inWords()).'.',
            Sureness::Guess => "Its log names nobody; a guess: {$finding->sentence}",
            default => $finding->sentence,
        });
    }

    public function abandon(Task $task, string $why): void
    {
        $release = PackRelease::query()->find($task->about('release'));
        if ($release !== null) {
            $this->end($release, TrialState::Short, $why);
            $this->clear($release, $task);
        }
    }

    private function made(PackRelease $release, Task $task): Instance
    {
        $task->advance("making {$release->name} {$release->version}", 0, 0);
        // Known from the first moment on, so that none is left behind; and busy, so that nobody does something else in it meanwhile.
        $instance = DB::transaction(function () use ($release, $task): Instance {
            $made = $this->packs->make($release, mb_substr("Trial of {$release->name} {$release->version}", 0, 80));
            $release->update(['trial_id' => $made->id]);
            $task->update(['instance_id' => $made->id]);

            return $made;
        });
        $this->applying->run($instance, $task);

        return $instance->refresh()->load(['placed', 'draft']);
    }

    private function rehearsed(Instance $instance, Task $task): Rehearsal
    {
        $task->advance('launching it', 0, 0);
        TrialWorld::claim($instance, $this->games->get($instance->plan->base->game));
        $rehearsal = $instance->rehearsals()->create(['number' => 1, 'applies' => $instance->applies, 'plan' => $instance->plan]);
        $this->rehearsing->run($rehearsal->refresh()->load('instance'));

        return $rehearsal->refresh()->load('instance');
    }

    private function end(PackRelease $release, TrialState $state, string $said): void
    {
        $release->update(['trial_state' => $state, 'trial_said' => mb_substr($said, 0, 1000), 'tried_at' => now()]);
    }

    private function clear(PackRelease $release, Task $task): void
    {
        $task->update(['instance_id' => null]);
        $this->throwAway($release);
    }

    /** What somebody has done something with since is theirs, and stays. */
    private function throwAway(PackRelease $release): void
    {
        $instance = $release->trial_id === null ? null : Instance::query()->find($release->trial_id);
        $instance === null || self::isUsed($instance) || $this->removing->start($instance);
        $release->update(['trial_id' => null]);
    }

    private static function isUsed(Instance $trial): bool
    {
        $isDrafted = $trial->applied_at !== null && $trial->draft()->exists();

        return $isDrafted || $trial->applies > 1 || $trial->rehearsals()->count() > 1;
    }
}
