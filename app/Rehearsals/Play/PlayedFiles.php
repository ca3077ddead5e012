<?php

declare(strict_types=1);

namespace App\Rehearsals\Play;

use App\Models\Rehearsal;
use App\Rehearsals\Configs;
use App\Rehearsals\ConfigsSeen;
use App\Worlds\Backups;
use App\Worlds\Came;

/** What a person's worlds and configs are before a launch, and what has become of them after it. */
final readonly class PlayedFiles
{
    public function __construct(private Backups $backups, private Configs $configs, private ConfigsSeen $seen)
    {
    }

    /** Keeps the worlds, and remembers the configs. */
    public function before(Rehearsal $play): void
    {
        $instance = $play->instance;
        $backup = $this->backups->make($instance, "before launch {$play->number} was played");
        $configs = $this->configs->of($instance);
        $play->update(['versions' => $instance->versions(), 'configs' => $configs, 'backup_id' => $backup?->id]);
        $this->seen->begins($instance, $configs);
    }

    /** Says at the launch what it has changed; it is not saved by this. */
    public function after(Rehearsal $play): void
    {
        $configs = $this->configs->of($play->instance);
        $this->seen->ends($play);
        $play->changed = [
            'worlds' => Came::written($this->backups->changed($play->instance, $play->backup)),
            'configs' => Came::written(self::differing($play->configs ?? [], $configs)),
        ];
    }

    /** Remembers the configs with which it came up clean. */
    public function keep(Rehearsal $play): void
    {
        $this->configs->keep($play);
    }

    /**
     * @param  array<string, string>  $before  path => digest
     * @param  array<string, string>  $now
     * @return array<string, Came>
     */
    private static function differing(array $before, array $now): array
    {
        $changed = [];
        foreach ($before + $now as $path => $_) {
            if (($before[$path] ?? '') !== ($now[$path] ?? '')) {
                $changed[(string) $path] = Came::between(isset($before[$path]), isset($now[$path]));
            }
        }
        ksort($changed, SORT_STRING);

        return $changed;
    }
}
