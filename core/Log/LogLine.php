<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use Stasimon\Core\Game\LogLevel;

final readonly class LogLine
{
    /**
     * @param  int  $number  from 1
     * @param  LogLevel|null  $level  null for a line that is not in the game's form
     */
    public function __construct(
        public int $number,
        public string $time,
        public string $thread,
        public ?LogLevel $level,
        public string $logger,
        public string $message,
    ) {
    }

    public function saying(string $message): self
    {
        return new self($this->number, $this->time, $this->thread, $this->level, $this->logger, $message);
    }

    /** How it is called in an address, a style and what is kept. */
    public function levelName(): string
    {
        return $this->level->value ?? 'text';
    }

    /** The time of the day alone, where there is a date before it. */
    public function clock(): string
    {
        return preg_match('/\d{1,2}:\d\d(?::\d\d)?(?:[.,]\d{1,3})?/', $this->time, $clock) === 1 ? $clock[0] : $this->time;
    }

    /** The message with the breaks that it has made visible. */
    public function inOneLine(): string
    {
        return str_replace("\n", ' ⏎ ', $this->message);
    }
}
