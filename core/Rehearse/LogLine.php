<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

final readonly class LogLine
{
    /**
     * @param  int  $number  from 1
     * @param  'info'|'warn'|'error'|'text'  $level  "text" for a line that is not in the game's form
     */
    public function __construct(public int $number, public string $time, public string $thread, public string $level, public string $logger, public string $message)
    {
    }
}
