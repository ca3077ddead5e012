<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use RuntimeException;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Fault;
use Stasimon\Core\Document\Limits;

final class UnplaceableFile extends RuntimeException implements Fault
{
    public static function noPlace(string $file, Kind $kind, string $game): self
    {
        return new self("{$game} has no folder for {$kind->word(2)}, so {$file} cannot be placed.");
    }

    public static function badName(string $file): self
    {
        $shown = mb_strimwidth(mb_scrub($file), 0, 60, '…');

        return new self(
            "\"{$shown}\" is not a file name that can be placed: letters, digits, spaces and . _ + - ( ) are allowed, 200 at most.",
        );
    }

    public static function tooLong(string $path): self
    {
        return new self(
            '"'.
                mb_strimwidth(mb_scrub($path), 0, 60, '…').
                '" would be longer than '.
                number_format(Limits::PATH).
                ' bytes in an instance\'s folder, or more than '.
                Limits::DEPTH.
                ' folders deep.',
        );
    }

    public static function underFile(LaidFile $inside, LaidFile $file): self
    {
        return $inside->package === $file->package
            ? new self(
                "{$inside->package} brings \"{$file->path}\" both as a file and as a folder, so it cannot be placed. Turn it off, or use ".
                    'another release of it.',
            )
            : new self(
                "{$inside->package} brings a folder where {$file->package} brings the file \"{$file->path}\". Only one of them can be ".
                'there: turn one off, or use another release of it.',
            );
    }

    public static function reserved(string $path): self
    {
        return new self("\"{$path}\" is a name that is kept for other things in an instance, so a package cannot bring it.");
    }
}
