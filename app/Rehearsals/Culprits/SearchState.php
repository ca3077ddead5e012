<?php

declare(strict_types=1);

namespace App\Rehearsals\Culprits;

/** How a search for culprits stands. */
enum SearchState: string
{
    case Waiting = 'waiting';
    case Running = 'running';

    /** For a person's word on the last launch. */
    case Asking = 'asking';

    /** What was learned is kept, and it can be gone on with. */
    case Stopped = 'stopped';
    case Done = 'done';

    /** Whether nothing happens until a person does something. */
    public function rests(): bool
    {
        return $this !== self::Waiting && $this !== self::Running;
    }

    /** @return list<self> */
    public static function open(): array
    {
        return [self::Waiting, self::Running, self::Asking];
    }
}
