<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use RuntimeException;
use Stasimon\Core\Catalogue\Kind;

final class UnplaceableFile extends RuntimeException
{
    public static function noPlace(string $file, Kind $kind, string $game): self
    {
        return new self("{$game} has no folder for {$kind->word(2)}, so {$file} cannot be placed.");
    }

    public static function badName(string $file): self
    {
        $shown = mb_strimwidth(mb_scrub($file), 0, 60, '…');

        return new self("\"{$shown}\" is not a file name that can be placed: letters, digits, spaces and . _ + - ( ) are allowed, 200 at most.");
    }

    public static function reserved(string $path): self
    {
        return new self("\"{$path}\" is a name that is kept for other things in an instance, so a package cannot bring it.");
    }
}
