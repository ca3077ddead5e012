<?php

declare(strict_types=1);

namespace App\Store;

use App\Refusal\Sentence;
use RuntimeException;

/** The disk has no room for what was to be written. */
final class FullDisk extends RuntimeException implements Sentence
{
    public static function writing(string $what): self
    {
        return new self("The disk is full: there is no room for {$what}. Nothing was changed; make room and try again.");
    }
}
