<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Cage\Caged;
use App\Refusal\Refusal;
use Intervention\Image\Exceptions\DecoderException;
use Intervention\Image\ImageManager;

/** A stranger's picture as it is shown: the middle of it as a square, or all of it no wider than a page has room for. */
final class Scaled implements Caged
{
    public const SQUARE = 'square';

    public const WIDE = 'wide';

    /** Pixels along an edge of a square, and of what is wide. */
    private const EDGE = 128;

    private const WIDTH = 960;

    /** Pixels along an edge of what is looked at: few bytes can stand for very many. */
    private const LARGEST = 5_000;

    /** @throws Refusal for what is no picture */
    public static function caged(mixed ...$given): string
    {
        [$bytes, $form] = array_map(strval(...), array_values($given));
        $size = @getimagesizefromstring($bytes);
        $kinds = [IMAGETYPE_PNG, IMAGETYPE_JPEG, IMAGETYPE_WEBP, IMAGETYPE_GIF];
        $isOne = $size !== false && in_array($size[2], $kinds, true);
        if (! $isOne || min($size[0], $size[1]) < 1 || max($size[0], $size[1]) > self::LARGEST) {
            throw Refusal::unusable('That is no picture that can be read.');
        }
        try {
            $picture = ImageManager::gd(decodeAnimation: false)->read($bytes);
        } catch (DecoderException) {
            throw Refusal::unusable('That picture is damaged, and cannot be read.');
        }
        $scaled = $form === self::SQUARE ? $picture->cover(self::EDGE, self::EDGE) : $picture->scaleDown(self::WIDTH);

        return $scaled->toPng()->toString();
    }
}
