<?php

declare(strict_types=1);

namespace App\Packs;

use App\Cage\Caged;
use App\Refusal\Refusal;
use Intervention\Image\Exceptions\DecoderException;
use Intervention\Image\ImageManager;
use Stasimon\Core\Pack\PackFile;

/** Pictures as packs have them: the middle of what somebody brings, as a square PNG. */
final class Picture implements Caged
{
    /** Bytes, and pixels along an edge, of what is looked at. */
    public const LARGEST = 8_000_000;

    private const EDGE = 5_000;

    /** @throws Refusal for what is no picture */
    public static function caged(mixed ...$given): string
    {
        $bytes = (string) $given[0];
        $size = strlen($bytes) > self::LARGEST ? false : @getimagesizefromstring($bytes);
        if ($size === false || ! in_array($size[2], [IMAGETYPE_PNG, IMAGETYPE_JPEG, IMAGETYPE_WEBP, IMAGETYPE_GIF], true)) {
            throw Refusal::unusable('That is no picture that can be read: PNG, JPEG, WebP and GIF are, of at most 8 MB.');
        }
        [$width, $height] = $size;
        // Few bytes can stand for very many pixels.
        if ($width > self::EDGE || $height > self::EDGE || $width < 1 || $height < 1) {
            throw Refusal::unusable(
                'That picture is larger than '.number_format(self::EDGE).' pixels along an edge. Make it smaller first.',
            );
        }
        try {
            $picture = ImageManager::gd(decodeAnimation: false)->read($bytes);
        } catch (DecoderException) {
            throw Refusal::unusable('That picture is damaged, and cannot be read.');
        }

        return $picture->cover(PackFile::PICTURE, PackFile::PICTURE)->toPng()->toString();
    }
}
