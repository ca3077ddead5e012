<?php

declare(strict_types=1);

namespace Symfony\Component\Clock;

use DateTimeZone;
use Psr\Clock\ClockInterface as PsrClockInterface;

/**
 * Stands in for symfony/clock, which the registry in use does not carry; Carbon names this interface.
 * Delete it, and its line under "replace" in composer.json, once that package is there.
 */
interface ClockInterface extends PsrClockInterface
{
    public function sleep(float|int $seconds): void;

    public function withTimeZone(DateTimeZone|string $timezone): static;
}
