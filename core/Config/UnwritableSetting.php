<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

use RuntimeException;
use Stasimon\Core\Document\Fault;

/** A setting that cannot be written into a config with certainty. */
final class UnwritableSetting extends RuntimeException implements Fault
{
    public static function of(string $path, string $key): self
    {
        return new self(
            "{$key} cannot be set in {$path} with certainty: it is written in another way than is known. Set it there by hand.",
        );
    }
}
