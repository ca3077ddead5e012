<?php

declare(strict_types=1);

namespace App\Telling;

/** Of which kind it is what a person is told. */
enum Occurrence: string
{
    case Ended = 'ended';
    case Came = 'came';
    case Broke = 'broke';

    /** What stands before it in a list. */
    public function sign(): string
    {
        return match ($this) {
            self::Ended => '✓',
            self::Came => '+',
            self::Broke => '×',
        };
    }
}
