<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

/** A part of a launch: a phase, or the start of one mod. */
final readonly class Stretch
{
    /**
     * @param  float  $begin  in seconds
     * @param  float|null  $end  null for what was not through when the log ends
     */
    public function __construct(public string $name, public string $version, public float $begin, public ?float $end)
    {
    }

    public function until(float $end): self
    {
        return new self($this->name, $this->version, $this->begin, max($this->begin, $end));
    }
}
