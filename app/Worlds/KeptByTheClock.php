<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;

/** Has worlds kept every so often, where somebody wants that. */
final readonly class KeptByTheClock
{
    /** Hours that can be chosen; 0 for never. */
    public const HOURS = [0, 1, 6, 24, 168];

    public function __construct(private MakeBackup $making)
    {
    }

    /** Begins with those that are due. */
    public function look(): void
    {
        foreach (
            Instance::query()
                ->whereNotNull('applied_at')
                ->whereNull('put_away_at')
                ->whereNull('problem')
                ->where('keep_hours', '>', 0)
                ->get() as $instance
        ) {
            // Also one that found nothing changed, or that failed, is not repeated at once.
            $isDone = Task::query()
                ->where('kind', TaskKind::Backup)
                ->where('instance_id', $instance->id)
                ->where('created_at', '>', now()->subHours((int) $instance->keep_hours))
                ->exists();
            if (! $isDone) {
                try {
                    $this->making->start($instance, 'by the clock');
                } catch (Refusal) {
                    // It is played, or something else is at work in it; the next look is soon.
                    continue;
                }
            }
        }
    }
}
