<?php

declare(strict_types=1);

namespace App\View;

use App\Pictures\Pictures;

/** The picture of what has none of its own: land and water, drawn from a name, the same whenever it is drawn. */
final class Drawn
{
    /** Width and height in units of the drawing. */
    private const SIDE = 32;

    /** Layers in front of the sky. */
    private const LAYERS = 3;

    /** @return string  the picture of a package as HTML: the one that it has here, or one drawn from its name */
    public static function ofPackage(string $id, int $size): string
    {
        $address = app(Pictures::class)->address($id);

        return $address === ''
            ? self::as($id, $size)
            : '<img class="drawn" src="'.e($address)."\" alt=\"\" width=\"{$size}\" height=\"{$size}\" loading=\"lazy\">";
    }

    /** @return string  one that is drawn, as HTML */
    public static function as(string $name, int $size): string
    {
        $form = "viewBox=\"0 0 32 32\" width=\"{$size}\" height=\"{$size}\"";

        return "<svg class=\"drawn\" {$form} aria-hidden=\"true\">".self::within($name).'</svg>';
    }

    /** @return string  what stands within an SVG element whose view box is "0 0 32 32" */
    public static function within(string $name): string
    {
        $bytes = array_values((array) unpack('C*', hash('sha256', $name, true)));
        $hue = intdiv($bytes[0] * 360, 256);
        $drawn = self::layer('M0 0h32v32H0z', $hue, 26, 80);
        for ($layer = 0; $layer < self::LAYERS; $layer++) {
            [$start, $bend, $end] = array_map(
                fn (int $byte): int => 10 + 6 * $layer + $byte % 7,
                array_slice($bytes, 1 + 3 * $layer, 3),
            );
            $drawn .= self::layer("M0 {$start}Q10 ".($bend - 4)." 18 {$bend}T32 {$end}V32H0z", $hue + 8 * $layer, 34, 62 - 15 * $layer);
        }

        return $drawn;
    }

    /** @return string  the whole of it, as a file */
    public static function file(string $name): string
    {
        $side = self::SIDE;

        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {$side} {$side}\">".self::within($name).'</svg>';
    }

    private static function layer(string $path, int $hue, int $saturation, int $lightness): string
    {
        return "<path d=\"{$path}\" fill=\"hsl({$hue} {$saturation}% {$lightness}%)\"/>";
    }
}
