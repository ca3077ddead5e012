<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Plan\Plan;

/** How a package stands in a line-up: asked for in a range, turned off, or not there; and in which release. */
final readonly class Stand
{
    private function __construct(public bool $isWanted, public bool $isOff, public string $range, public string $version)
    {
    }

    /** @param  array<string, string>  $versions  package id => version */
    public static function in(Plan $plan, array $versions, string $id): self
    {
        $isOff = $plan->isOff($id);
        $isWanted = $plan->wants($id);

        return new self($isWanted, $isOff, $isWanted ? (string) $plan->rangeOf($id) : '*', $isWanted ? $versions[$id] ?? '' : '');
    }

    public function is(self $other): bool
    {
        return $this->isWanted === $other->isWanted &&
            $this->isOff === $other->isOff &&
            $this->range === $other->range &&
            $this->version === $other->version;
    }

    /** "2.1.0, in >=2", "turned off"; nothing where it is not asked for */
    public function words(): string
    {
        return match (true) {
            $this->isOff => 'turned off',
            ! $this->isWanted => '',
            default => implode(
                ', in ',
                array_filter([$this->version === '' ? 'any' : $this->version, $this->range === '*' ? '' : $this->range]),
            ),
        };
    }
}
