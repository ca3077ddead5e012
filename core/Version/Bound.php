<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** One limit on a version: an operator, the version it is measured against, and how that version was written. */
final readonly class Bound
{
    public function __construct(public Operator $operator, public Version $version, public string $label)
    {
    }

    public function words(): string
    {
        return match ($this->operator) {
            Operator::AtLeast => "{$this->label} or newer",
            Operator::Above => "newer than {$this->label}",
            Operator::Below => "below {$this->label}",
            Operator::AtMost => "{$this->label} or older",
            Operator::Equal => $this->label,
        };
    }

    public function admits(Version $version): bool
    {
        return $this->operator->admits($version->compare($this->version));
    }

    /** @return array{int, int} the first position admitted and the first after the last one */
    public function span(Timeline $timeline): array
    {
        return match ($this->operator) {
            Operator::AtLeast => [$timeline->firstFrom($this->version), $timeline->count()],
            Operator::Above => [$timeline->firstAfter($this->version), $timeline->count()],
            Operator::Below => [0, $timeline->firstFrom($this->version)],
            Operator::AtMost => [0, $timeline->firstAfter($this->version)],
            Operator::Equal => [$timeline->firstFrom($this->version), $timeline->firstAfter($this->version)],
        };
    }
}
