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
    $folder = sys_get_temp_dir().'/checked-'.bin2hex(random_bytes(4));
    mkdir("{$folder}/mods", recursive: true);
    mkdir("{$folder}/worlds");
    foreach (['mods/gulls.zip', 'mods/piers.zip', 'mods/lamps.zip', 'game.jar'] as $path) {
        file_put_contents("{$folder}/{$path}", $path);
    }
    $sums = Sums::read((string) shell_exec('cd '.escapeshellarg($folder).' && sha256sum game.jar mods/*'));
    expect(FolderCheck::of($folder, $sums)->isWhole())->toBeTrue();
    unlink("{$folder}/mods/gulls.zip");
    file_put_contents("{$folder}/mods/piers.zip", 'otherwise');
    file_put_contents("{$folder}/mods/stray.zip", 'a stray');
    unlink("{$folder}/mods/lamps.zip");
    symlink('/etc/passwd', "{$folder}/mods/lamps.zip");
    // Where nothing is listed, it says nothing.
    file_put_contents("{$folder}/worlds/shore.dat", 'a world');
    $check = FolderCheck::of($folder, $sums);
    expect($check->missing)
        ->toBe(['mods/gulls.zip'])
        ->and($check->changed)
        ->toBe(['mods/lamps.zip', 'mods/piers.zip'])
        ->and($check->beside)
        ->toBe(['mods/stray.zip'])
        ->and($check->isWhole())
        ->toBeFalse();
    // A list that leads out of the folder reads nothing there.
    $out = Sums::read(hash('sha256', 'x').'  ../'.basename($folder).'/game.jar');
    expect(FolderCheck::of($folder, $out)->missing)->toBe(['../'.basename($folder).'/game.jar']);
    exec('rm -rf '.escapeshellarg($folder));
});
