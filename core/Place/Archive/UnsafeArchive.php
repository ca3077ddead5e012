<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

use RuntimeException;
use Stasimon\Core\Document\Fault;

/** An archive that is not taken, with a sentence that says why. */
final class UnsafeArchive extends RuntimeException implements Fault
{
    public static function because(string $archive, string $reason): self
    {
        return new self("{$archive} is not taken: {$reason} Nothing of it was unpacked.");
    }

    public static function shown(string $name): string
    {
        $printable =
            preg_replace('/[^\x20-\x7e\x{a0}-\x{2009}\x{2010}-\x{2027}\x{2030}-\x{205f}\x{2070}-\x{fdff}]/u', '·', mb_scrub($name)) ?? '';

        return '"'.mb_strimwidth($printable, 0, 80, '…').'"';
    }
}
