<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

/**
 * What a launch prints, kept up to a length: its beginning, and its end, which says how it went. Needs nothing of the
 * application, because what keeps a game that is played runs without it.
 */
final class Output
{
    /** Bytes of the beginning. */
    private const FIRST = 40_000_000;

    /** Bytes of the end. */
    private const LAST = 8_000_000;

    private int $kept = 0;

    private int $left = 0;

    private string $end = '';

    public function __construct(
        private readonly string $log,
        private readonly int $first = self::FIRST,
        private readonly int $last = self::LAST,
    ) {
        file_put_contents($log, '');
    }

    public function add(string $text): void
    {
        if ($text === '') {
            return;
        }
        $room = max(0, $this->first - $this->kept);
        if ($room > 0) {
            $this->append(substr($text, 0, $room));
            $this->kept += min($room, strlen($text));
        }
        $this->end .= substr($text, $room);
        if (strlen($this->end) > 2 * $this->last) {
            $this->left += strlen($this->end) - $this->last;
            $this->end = substr($this->end, -$this->last);
        }
    }

    public function close(): void
    {
        if (strlen($this->end) > $this->last) {
            $this->left += strlen($this->end) - $this->last;
            $this->end = substr($this->end, -$this->last);
        }
        if ($this->left > 0) {
            $this->append("\n… ".number_format($this->left)." bytes are left out here …\n");
            // From its first whole line on, where it has lines.
            $this->end = substr((string) strstr($this->end, "\n"), 1) ?: $this->end;
        }
        $this->append($this->end);
        $this->end = '';
    }

    private function append(string $text): void
    {
        if ($text !== '') {
            file_put_contents($this->log, $text, FILE_APPEND);
        }
    }
}
