<?php

declare(strict_types=1);

use Stasimon\Core\Place\FolderCheck;
use Stasimon\Core\Place\Sums;

it('reads digests as they are written, in either way', function (): void {
    $folder = sys_get_temp_dir().'/sums-'.bin2hex(random_bytes(4));
    mkdir($folder);
    file_put_contents("{$folder}/a.zip", 'a');
    file_put_contents("{$folder}/b c.zip", 'b');
    $there = ['a.zip' => hash('sha256', 'a'), 'b c.zip' => hash('sha256', 'b')];
    foreach (['sha256sum *.zip', 'sha256sum -b ./*.zip', 'sha256sum --tag *.zip'] as $command) {
        $sums = Sums::read((string) shell_exec('cd '.escapeshellarg($folder)." && {$command}"));
        expect($sums->digests)->toBe($there)->and($sums->unusable)->toBe(0);
    }
    array_map(unlink(...), (array) glob("{$folder}/*"));
    rmdir($folder);
});

it('says what of a folder is missing, changed, or beside what is listed', function (): void {
    $digest = fn (string $of): string => hash('sha256', $of);
    $listed = ['mods/gulls.zip', 'mods/piers.zip', 'mods/lamps.zip', 'game.jar', '../out.jar'];
    $sums = Sums::read(implode("\n", array_map(fn (string $path): string => $digest($path)."  {$path}", $listed)));
    expect(FolderCheck::folders($sums))->toBe(['mods', '.']);
    // A link is no file; where nothing is listed, and beside the game itself, it says nothing.
    $there = [
        'mods/piers.zip' => $digest('otherwise'),
        'mods/lamps.zip' => '',
        'mods/stray.zip' => $digest('a stray'),
        'game.jar' => $digest('game.jar'),
        'notes.txt' => $digest('notes'),
        'worlds/shore.dat' => $digest('a world'),
    ];
    $check = FolderCheck::of($sums, $there);
    expect($check->missing)
        ->toBe(['../out.jar', 'mods/gulls.zip'])
        ->and($check->changed)
        ->toBe(['mods/lamps.zip', 'mods/piers.zip'])
        ->and($check->beside)
        ->toBe(['mods/stray.zip'])
        ->and($check->isWhole())
        ->toBeFalse();
    $whole = Sums::read($digest('game.jar').'  game.jar');
    expect(FolderCheck::of($whole, ['game.jar' => $digest('game.jar')])->isWhole())->toBeTrue();
});
