<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Cage\Caged;
use App\Refusal\Refusal;
use Stasimon\Core\Place\Archive\Archive;

/** A picture in a stranger's archive, as it is shown. */
final class PictureWithin implements Caged
{
    /** Bytes of one that is looked at. */
    private const MOST = 2_000_000;

    /** @throws Refusal for what is not there, or is no picture */
    public static function caged(mixed ...$given): string
    {
        [$archive, $path] = array_map(strval(...), array_values($given));
        $zip = Archive::reading($archive, basename($archive));
        $size = $zip->statName($path)['size'] ?? self::MOST;
        $bytes = $size < self::MOST ? (string) $zip->getFromName($path) : '';
        $zip->close();

        return Scaled::caged($bytes, Scaled::SQUARE);
    }
}
