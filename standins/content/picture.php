<?php

declare(strict_types=1);

// Draws a picture of islands as somebody might bring one: php standins/content/picture.php --out FILE

$to = getopt('', ['out:'])['out'] ?? exit("--out FILE is missing\n");
$picture = imagecreatetruecolor(900, 640);
$colour = fn (int $red, int $green, int $blue): int => (int) imagecolorallocate($picture, $red, $green, $blue);
imagefill($picture, 0, 0, $colour(24, 82, 97));
$foam = $colour(120, 168, 170);
for ($wave = 0; $wave < 46; $wave++) {
    $at = [($wave * 197) % 900, 30 + (($wave * 89) % 600)];
    imagearc($picture, $at[0], $at[1], 46, 12, 180, 360, $foam);
}
foreach (
    [[430, 330, 210, 120], [270, 220, 90, 54], [610, 220, 120, 64], [320, 470, 110, 60], [600, 450, 76, 44]] as [$x, $y, $width, $height]
) {
    imagefilledellipse($picture, $x, $y, $width + 34, $height + 26, $colour(222, 205, 160));
    imagefilledellipse($picture, $x, $y - 4, $width, $height, $colour(86, 124, 84));
    imagefilledellipse($picture, $x - intdiv($width, 8), $y - 14, intdiv($width, 2), intdiv($height, 2), $colour(116, 152, 104));
}
imagepng($picture, $to);
