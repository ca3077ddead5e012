<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Disk\Folder;
use App\Games;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Refusal\Meaning;
use App\Rehearsals\Launch\Launch;
use App\Rehearsals\Launch\Launched;
use App\Rehearsals\Log\Reading;
use App\Store\FullDisk;
use Illuminate\Support\Facades\File;

/** Launches an instance as it is applied, and keeps what was launched, its log and how it ended. */
final readonly class Rehearsing
{
    /** Bytes of a config that are kept beside a clean rehearsal. */
    private const CONFIG = 1_000_000;

    public function __construct(private Launch $launch, private Reading $reading, private Games $games)
    {
    }

    public function run(Rehearsal $rehearsal): void
    {
        $instance = $rehearsal->instance;
        $folder = new Folder($instance);
        $isStopped = fn (): bool => $rehearsal->newQuery()->whereKey($rehearsal->id)->value('state') === LaunchState::Stopped;
        if ($isStopped()) {
            return;
        }
        $rehearsal->update(['state' => LaunchState::Running, 'versions' => $rehearsal->plain ? [] : $instance->versions(), 'configs' => $this->configs($instance)]);
        $log = $this->reading->log($rehearsal);
        $start = hrtime(true);
        if (! $rehearsal->plain && $this->games->get($rehearsal->plan->base->game)->launch->alone && ! $this->isProven($rehearsal)) {
            $alone = $this->alone($rehearsal, $isStopped);
            $rehearsal->update(['alone' => $alone->isClean() ? LaunchState::Clean : LaunchState::Failed, 'alone_milliseconds' => intdiv(hrtime(true) - $start, 1_000_000)]);
            if (! $alone->isClean()) {
                $this->finish($rehearsal, $alone, $start, $isStopped());

                return;
            }
        }
        $start = hrtime(true);
        $launched = $rehearsal->plain
            ? $this->alone($rehearsal, $isStopped)
            : $this->launch->run($rehearsal->plan, $folder->live(), $log, $isStopped, $rehearsal->side, seed: $rehearsal->number);
        $this->finish($rehearsal, $launched, $start, $isStopped());
    }

    private function finish(Rehearsal $rehearsal, Launched $launched, int $start, bool $isStopped): void
    {
        if (! $isStopped && ! $launched->isClean() && Meaning::isDiskFull()) {
            throw FullDisk::writing('what the game has to write, so how it ended says nothing of the mods');
        }
        $state = $isStopped ? LaunchState::Stopped : ($launched->isClean() ? LaunchState::Clean : LaunchState::Failed);
        if ($state === LaunchState::Clean && ! $rehearsal->plain) {
            $this->keepConfigs($rehearsal);
        }
        $rehearsal->fill(['exit_code' => $launched->exit, 'hung' => $launched->hung, 'milliseconds' => intdiv(hrtime(true) - $start, 1_000_000)]);
        $rehearsal->state = $state;
        $rehearsal->reading = $this->reading->read($rehearsal);
        $rehearsal->save();
    }

    /** Whether the game alone is known to come up, in this version on this runtime. */
    private function isProven(Rehearsal $rehearsal): bool
    {
        foreach ($rehearsal->instance->rehearsals()->where('id', '<>', $rehearsal->id)->latest('number')->limit(50)->get() as $earlier) {
            $same = [$earlier->plan->base->gameVersion, $earlier->plan->base->runtimeVersion] === [$rehearsal->plan->base->gameVersion, $rehearsal->plan->base->runtimeVersion];
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
    private function alone(Rehearsal $rehearsal, \Closure $isStopped): Launched
    {
        $folder = new Folder($rehearsal->instance);
        $folder->layTrial([], []);
        try {
            return $this->launch->run($rehearsal->plan, $folder->trial(), $this->reading->log($rehearsal), $isStopped, $rehearsal->side, plain: true);
        } finally {
            $folder->clearTrial();
        }
    }

    /** @return array<string, string> path => SHA-256 of each config */
    private function configs(Instance $instance): array
    {
        $configs = [];
        foreach ($this->configFiles($instance) as $path => $file) {
            $configs[$path] = (string) hash_file('sha256', $file);
        }

        return $configs;
    }

    /** @return array<string, string> path => file, of what is the instance's own and not a world */
    private function configFiles(Instance $instance): array
    {
        $game = $this->games->get($instance->plan->base->game);
        $files = [];
        foreach (array_diff($game->own, [$game->worlds['folder'] ?? '']) as $own) {
            $folder = (new Folder($instance))->live($own);
            foreach (is_dir($folder) ? File::allFiles($folder) : [] as $file) {
                if (! $file->isLink() && $file->getSize() <= self::CONFIG) {
                    $files["{$own}/{$file->getRelativePathname()}"] = $file->getPathname();
                }
            }
        }
        ksort($files, SORT_STRING);

        return $files;
    }

    /** Keeps the configs of a clean launch, as it left them, and only the latest three such. */
    private function keepConfigs(Rehearsal $rehearsal): void
    {
        $folder = new Folder($rehearsal->instance);
        foreach ($this->configFiles($rehearsal->instance) as $path => $file) {
            File::ensureDirectoryExists(dirname($folder->rehearsed($rehearsal->number, $path)));
            File::copy($file, $folder->rehearsed($rehearsal->number, $path));
        }
        $rehearsal->configs = $this->configs($rehearsal->instance);
        foreach ($rehearsal->instance->rehearsals()->where('state', LaunchState::Clean)->where('plain', false)->orderByDesc('number')->offset(2)->limit(10)->pluck('number') as $old) {
            File::deleteDirectory($folder->rehearsed((int) $old));
        }
    }
}
