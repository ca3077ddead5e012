<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

/** One failure that a log tells of. */
final readonly class Diagnosis
{
    /**
     * @param  int  $line  the number of the line that says so
     * @param  array<string, string>  $details  what the signature's groups caught: package, version, target, range, found, level, file, …
     */
    public function __construct(public Failure $kind, public int $line, public string $quote, private array $details)
    {
    }

    public function get(string $detail): string
    {
        return $this->details[$detail] ?? '';
    }
}
