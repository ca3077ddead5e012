<?php

declare(strict_types=1);

namespace Standins\Content;

/** A picture that a package's author might have made: a boat below a sun, in colours of its own. */
final class Drawing
{
    /** @return array{path: string, size: int, sha256: string}  as a depot lists it, the picture itself being in $out/files */
    public static function write(string $out, string $called, string $name, int $width, int $height): array
    {
        $seed = crc32($name);
        $at = fn (int $shift, int $most): int => ($seed >> $shift) % $most;
        $picture = imagecreatetruecolor($width, $height);
        $colour = fn (int $red, int $green, int $blue): int => (int) imagecolorallocate($picture, $red, $green, $blue);
        $sea = intdiv($height * (50 + $at(3, 20)), 100);
        for ($y = 0; $y < $sea; $y++) {
            $light = intdiv(70 * $y, max(1, $sea));
            $sky = $colour(110 + $at(0, 60) + $light, 120 + $at(6, 50) + intdiv($light, 2), 150 + $at(9, 60));
            imageline($picture, 0, $y, $width, $y, $sky);
        }
        imagefilledrectangle($picture, 0, $sea, $width, $height, $colour(20 + $at(2, 40), 70 + $at(5, 50), 90 + $at(8, 50)));
        $sun = intdiv($width, 5);
        $left = intdiv($width * (15 + $at(4, 70)), 100);
        imagefilledellipse($picture, $left, intdiv($sea, 2), $sun, $sun, $colour(245, 215 - $at(7, 40), 140));
        $x = intdiv($width * (30 + $at(10, 40)), 100);
        $unit = intdiv($width, 8);
        imagefilledpolygon(
            $picture,
            [$x - 2 * $unit, $sea, $x + 2 * $unit, $sea, $x + $unit, $sea + $unit, $x - $unit, $sea + $unit],
            $colour(60 + $at(11, 90), 40 + $at(12, 40), 30),
        );
        imagefilledpolygon($picture, [$x, $sea, $x, $sea - 3 * $unit, $x + 2 * $unit, $sea], $colour(240, 235, 220 - $at(13, 60)));
        $file = "{$called}.png";
        imagepng($picture, "{$out}/files/{$file}", 9);

        return [
            'path' => "files/{$file}",
            'size' => (int) filesize("{$out}/files/{$file}"),
            'sha256' => (string) hash_file('sha256', "{$out}/files/{$file}"),
        ];
    }
}
