<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Cage\Caged;
use App\Refusal\Refusal;
use Intervention\Image\Exceptions\DecoderException;
use Intervention\Image\ImageManager;
use Stasimon\Core\Pack\PackFile;

/** A stranger's picture as it is shown: the middle of it as a square, or all of it no wider than a page has room for. */
final class Scaled implements Caged
{
    public const SQUARE = 'square';

    public const WIDE = 'wide';

    /** As packs and instances have them. */
    public const PACK = 'pack';

    /** Bytes of what is looked at, and pixels along an edge: few bytes can stand for very many. */
    public const LARGEST = 8_000_000;

    private const EDGE = 5_000;

    /** Pixels along an edge of a small square, and of what is wide. */
    private const SMALL = 128;

    private const WIDTH = 960;

    /**
     * @param  mixed  ...$given  the bytes, and how they are to be shown
     *
     * @throws Refusal for what is no picture
     */
    public static function caged(mixed ...$given): string
    {
        [$bytes, $form] = array_map(strval(...), array_values($given));
        $size = strlen($bytes) > self::LARGEST ? false : @getimagesizefromstring($bytes);
        if ($size === false || ! in_array($size[2], [IMAGETYPE_PNG, IMAGETYPE_JPEG, IMAGETYPE_WEBP, IMAGETYPE_GIF], true)) {
            throw Refusal::unusable('That is no picture that can be read: PNG, JPEG, WebP and GIF are, of at most 8 MB.');
        }
        [$width, $height] = $size;
        if (max($width, $height) > self::EDGE || min($width, $height) < 1) {
            throw Refusal::unusable(
                'That picture is larger than '.number_format(self::EDGE).' pixels along an edge. Make it smaller first.',
            );
        }
        try {
            $picture = ImageManager::gd(decodeAnimation: false)->read($bytes);
        } catch (DecoderException) {
            throw Refusal::unusable('That picture is damaged, and cannot be read.');
        }
        $scaled = match ($form) {
            self::SQUARE => $picture->cover(self::SMALL, self::SMALL),
            self::PACK => $picture->cover(PackFile::PICTURE, PackFile::PICTURE),
            default => $picture->scaleDown(self::WIDTH),
        };

        return $scaled->toPng()->toString();
    }
}
