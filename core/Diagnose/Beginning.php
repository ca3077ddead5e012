<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** The first two lines of a log, by which another start in it is known: a program says again what it said first. */
final class Beginning
{
    /** @var list<string> without their numbers */
    private array $lines = [];

    private string $before = '';

    /** @var array<string, true> signs that they begin with */
    private array $firsts = [];

    /** The first of them; nothing while there is none. */
    public function first(): string
    {
        return $this->lines[0] ?? '';
    }

    /** Whether a line, after the one before it, says once more what was said first. */
    public function comesAgain(string $message): bool
    {
        if ($message === '' || ctype_space($message[0])) {
            return false;
        }
        // Only what begins like the first two lines can be one of them.
        if (count($this->lines) === 2 && ! isset($this->firsts[ctype_digit($message[0]) ? '#' : $message[0]])) {
            $this->before = '';

            return false;
        }
        $gist = Wordings::gist($message);
        if (count($this->lines) < 2) {
            $this->lines[] = $gist;
            $this->firsts[$gist[0]] = true;

            return false;
        }
        $isAgain = $this->before === $this->lines[0] && $gist === $this->lines[1] && $this->lines[0] !== $this->lines[1];
        $this->before = $gist;

        return $isAgain;
    }
}
