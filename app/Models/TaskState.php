<?php

declare(strict_types=1);

namespace App\Models;

/** Where a piece of long work stands, and where it can go from there. */
enum TaskState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Paused = 'paused';
    case Done = 'done';
    case Failed = 'failed';
    case Cancelled = 'cancelled';

    public function isOver(): bool
    {
        return in_array($this, [self::Done, self::Failed, self::Cancelled], true);
    }

    public function canBecome(self $next): bool
    {
        return match ($next) {
            self::Waiting => $this === self::Paused,
            self::Running => $this === self::Waiting,
            self::Paused => $this === self::Waiting || $this === self::Running,
            self::Done => $this === self::Running,
            self::Failed, self::Cancelled => ! $this->isOver(),
        };
    }

    /** @return list<self> */
    public static function open(): array
    {
        return [self::Waiting, self::Running, self::Paused];
    }
}
