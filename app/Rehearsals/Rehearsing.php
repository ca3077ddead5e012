<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Disk\BaseLayer;
use App\Disk\Folder;
use App\Drafts\LineUps;
use App\Games\Games;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Notices\Observations;
use App\Refusal\Meaning;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\How;
use App\Rehearsals\Launch\Launch;
use App\Rehearsals\Launch\Launched;
use App\Rehearsals\Launch\TrialWorld;
use App\Rehearsals\Log\Reading;
use App\Store\FullDisk;
use Closure;
use Stasimon\Core\Resolve\Waiver;

/** Launches an instance as it is applied, and keeps what was launched, its log and how it ended. */
final readonly class Rehearsing
{
    public function __construct(
        private Launch $launch,
        private Reading $reading,
        private Games $games,
        private Configs $configs,
        private ConfigsSeen $seen,
        private BothSides $together,
        private BaseLayer $base,
        private LineUps $lineUps,
    ) {
    }

    public function run(Rehearsal $rehearsal): void
    {
        $instance = $rehearsal->instance;
        $folder = new Folder($instance);
        $isStopped = fn (): bool => $rehearsal->newQuery()->whereKey($rehearsal->id)->value('state') === LaunchState::Stopped;
        if ($isStopped()) {
            return;
        }
        TrialWorld::claim($instance, $this->games->get($instance->plan->base->game));
        $configs = $this->configs->of($instance);
        $rehearsal->update(['versions' => $rehearsal->plain ? [] : $instance->versions(), 'configs' => $configs]);
        if (! $rehearsal->begins()) {
            return;
        }
        $rehearsal->plain || $this->seen->begins($instance, $configs);
        $log = $this->reading->log($rehearsal);
        $start = hrtime(true);
        if (! $rehearsal->plain && $this->games->get($rehearsal->plan->base->game)->launch->alone && ! $this->isProven($rehearsal)) {
            $alone = $this->alone($rehearsal, $isStopped);
            $rehearsal->update([
                'alone' => $alone->isClean() ? LaunchState::Clean : LaunchState::Failed,
                'alone_milliseconds' => intdiv(hrtime(true) - $start, 1_000_000),
            ]);
            if (! $alone->isClean()) {
                $this->finish($rehearsal, $alone, $start, $isStopped());

                return;
            }
        }
        $start = hrtime(true);
        if ($rehearsal->joins !== null) {
            $launched = $this->joining($rehearsal, $rehearsal->server, $isStopped);
            $this->finish($rehearsal, $launched, $start, $isStopped());

            return;
        }
        $launched = $rehearsal->plain
            ? $this->alone($rehearsal, $isStopped)
            : $this->launch->run(
                $rehearsal->plan,
                $folder->live(),
                $log,
                $isStopped,
                new How($rehearsal->side, seed: $rehearsal->number, words: $instance->launching),
            );
        $this->finish($rehearsal, $launched, $start, $isStopped());
    }

    /**
     * What came of it beside its server.
     *
     * @param  Closure(): bool  $isStopped
     */
    private function joining(Rehearsal $rehearsal, ?Rehearsal $server, Closure $isStopped): Launched
    {
        $server ?? throw Refusal::notFound('The server that it was to join is not here any more.');
        $launched = $this->together->run($rehearsal, $server, $isStopped);
        if ($launched === null && $rehearsal->refresh()->state !== LaunchState::Stopped) {
            throw Refusal::conflict(
                "Its server did not come up, so nothing could be joined. Rehearsal {$server->number} of {$server->instance->name} ".
                'says why.',
            );
        }

        return $launched ?? new Launched(-1, false, false);
    }

    private function finish(Rehearsal $rehearsal, Launched $launched, int $start, bool $isStopped): void
    {
        if (! $isStopped && ! $launched->isClean() && Meaning::isDiskFull()) {
            throw FullDisk::writing('what the game has to write, so how it ended says nothing of the mods');
        }
        $state = $isStopped ? LaunchState::Stopped : ($launched->isClean() ? LaunchState::Clean : LaunchState::Failed);
        if ($state === LaunchState::Clean && ! $rehearsal->plain) {
            $this->configs->keep($rehearsal);
        }
        if (! $rehearsal->plain) {
            $this->seen->ends($rehearsal);
            $this->base->watched($rehearsal->instance, time() - intdiv(hrtime(true) - $start, 1_000_000_000) - 1);
        }
        $rehearsal->fill([
            'exit_code' => $launched->exit,
            'hung' => $launched->hung,
            'milliseconds' => intdiv(hrtime(true) - $start, 1_000_000),
        ]);
        $rehearsal->state = $state;
        $rehearsal->reading = $this->reading->read($rehearsal);
        $rehearsal->save();
        // How it ended is kept, whether or not that can be told elsewhere.
        $rehearsal->plain || rescue(fn () => $this->observe($rehearsal));
    }

    /** What it has shown is known in other instances, too. */
    private function observe(Rehearsal $rehearsal): void
    {
        $base = $rehearsal->plan->base;
        $versions = $rehearsal->versions ?? [];
        $catalogue = $this->lineUps->shared($rehearsal->instance);
        if ($rehearsal->state === LaunchState::Clean) {
            $waived = array_map(fn (Waiver $one): string => $one->id, $rehearsal->plan->waivers);
            Observations::cameUp($versions, $waived, $base->game, $base->gameVersion, $catalogue);
        }
        $first = $this->reading->diagnoses($rehearsal)[0] ?? null;
        if ($first !== null && $first->suspects !== [] && $first->isOfCode()) {
            Observations::failed($first->suspects, $versions, $base->game, $base->gameVersion, $catalogue);
        }
    }

    /** Whether the game alone is known to come up, in this version on this runtime. */
    private function isProven(Rehearsal $rehearsal): bool
    {
        foreach ($rehearsal->instance->rehearsals()->where('id', '<>', $rehearsal->id)->latest('number')->limit(50)->get() as $earlier) {
            $same = [$earlier->plan->base->gameVersion, $earlier->plan->base->runtimeVersion] === [
                $rehearsal->plan->base->gameVersion,
                $rehearsal->plan->base->runtimeVersion,
            ];
            if ($same && ($earlier->alone === LaunchState::Clean || $earlier->state === LaunchState::Clean)) {
                return true;
            }
        }

        return false;
    }

    /**
     * Launches the game without loader and mods, in a folder of its own.
     *
     * @param  \Closure(): bool  $isStopped
     */
    private function alone(Rehearsal $rehearsal, Closure $isStopped): Launched
    {
        $folder = new Folder($rehearsal->instance);
        $folder->layTrial([], []);
        $this->base->layAlone($rehearsal->instance, $folder);
        try {
            return $this->launch->run(
                $rehearsal->plan,
                $folder->trial(),
                $this->reading->log($rehearsal),
                $isStopped,
                new How($rehearsal->side, plain: true, words: $rehearsal->instance->launching),
            );
        } finally {
            $this->base->learn($rehearsal->instance, $folder);
            $folder->clearTrial();
        }
    }
}
