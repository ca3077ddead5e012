<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

/** Two streams that are written to at once, put together without tearing a line of either. */
final class WholeLines
{
    /** Bytes after which a line is let go although it is not whole. */
    private const LONGEST = 65_536;

    /** @var array<string, string> stream => the beginning of its next line */
    private array $begun = [];

    /** What was left unfinished at the end. */
    public function rest(): string
    {
        $rest = implode("\n", array_filter($this->begun, fn (string $text): bool => $text !== ''));
        $this->begun = [];

        return $rest;
    }

    /** @return string the lines of a stream that are whole now */
    public function of(string $stream, string $text): string
    {
        $text = ($this->begun[$stream] ?? '').$text;
        $end = strrpos($text, "\n");
        $whole = match (true) {
            strlen($text) > self::LONGEST => $text,
            $end === false => '',
            default => substr($text, 0, $end + 1),
        };
        $this->begun[$stream] = substr($text, strlen($whole));

        return $whole;
    }
}
