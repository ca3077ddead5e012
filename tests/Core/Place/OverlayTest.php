<?php

declare(strict_types=1);

use Stasimon\Core\Place\Content;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Overlay;
use Stasimon\Core\Place\UnplaceableFile;

/** @param  list<array{string, string, list<string>}>  $laid  path, content, what stands back */
function overlaid(array $laid, array $base): array
{
    $files = array_map(fn (array $one): LaidFile => new LaidFile($one[0], 'fogbank', new Content($one[1], 1), $one[2] ?? []), $laid);
    $base = array_map(fn (?string $digest): ?Content => $digest === null ? null : new Content($digest, 1), $base);

    return [
        array_map(fn (LaidFile $file): array => $file->over, Overlay::over($files, $base, 'ferrywright')),
        Overlay::shown($files, $base),
    ];
}

it('lays what is brought over the game, and the game is what stands back', function (): void {
    expect(
        overlaid(
            [['data/sea.png', 'b', ['gulls']], ['mods/fog.zip', 'c'], ['same.txt', 'd']],
            ['data/sea.png' => 'a', 'game.exe' => 'e', 'same.txt' => 'd'],
        ),
    )->toBe([[['ferrywright', 'gulls'], [], []], ['game.exe']]);
});

it('takes names for one that differ in case, and a link for something that is there', function (): void {
    expect(overlaid([['README.TXT', 'b'], ['lib.so', 'c']], ['readme.txt' => 'a', 'lib.so' => null]))->toBe([
        [['ferrywright'], ['ferrywright']],
        [],
    ]);
});

it('refuses a file where the game has a folder, and a folder where it has a file', function (array $laid, array $base): void {
    expect(fn () => overlaid($laid, $base))->toThrow(UnplaceableFile::class, 'brings');
})->with([
    'a file' => [[['data', 'b']], ['data/sea.png' => 'a']],
    'a folder' => [[['Game.exe/x', 'b']], ['game.exe' => 'a']],
]);
