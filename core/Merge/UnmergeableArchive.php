<?php

declare(strict_types=1);

namespace Stasimon\Core\Merge;

use InvalidArgumentException;
use Stasimon\Core\Document\Fault;

/** Why archives cannot be made into one, as a sentence. */
final class UnmergeableArchive extends InvalidArgumentException implements Fault
{
    public static function because(string $archive, string $why): self
    {
        return new self("{$archive} cannot be merged: {$why}");
    }
}
