<?php

declare(strict_types=1);

namespace App\Models;

/** How a rehearsal stands, or how it ended. */
enum LaunchState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Clean = 'clean';
    case Failed = 'failed';

    /** By a person. */
    case Stopped = 'stopped';

    /** By something that has nothing to do with the game: its worker was killed, the disk was full. */
    case BrokenOff = 'broken off';

    public function isOver(): bool
    {
        return $this !== self::Waiting && $this !== self::Running;
    }

    /** @return list<self> */
    public static function open(): array
    {
        return [self::Waiting, self::Running];
    }
}
