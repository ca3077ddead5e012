<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

/** What a launched game has said of itself, as its definition tells it: that it is up, or that something is wrong. */
final class Heard
{
    /** Bytes of a line that are looked at. */
    private const LONGEST = 10_000;

    private string $begun = '';

    private bool $up = false;

    private bool $failing = false;

    /**
     * @param  string  $upPattern  over a line; nothing if it does not say it
     * @param  string  $failingPattern  over a line; nothing if it does not say it
     */
    public function __construct(private readonly string $upPattern, private readonly string $failingPattern)
    {
    }

    public function add(string $text): void
    {
        if ($text === '' || ($this->upPattern === '' && $this->failingPattern === '')) {
            return;
        }
        $lines = explode("\n", $this->begun.$text);
        $this->begun = substr((string) array_pop($lines), 0, self::LONGEST);
        foreach ($lines as $line) {
            $line = rtrim(substr($line, 0, self::LONGEST), "\r");
            $this->up = $this->up || ($this->upPattern !== '' && preg_match($this->upPattern, $line) === 1);
            $this->failing = $this->failing || ($this->failingPattern !== '' && preg_match($this->failingPattern, $line) === 1);
        }
    }

    public function isUp(): bool
    {
        return $this->up;
    }

    public function isFailing(): bool
    {
        return $this->failing;
    }
}
