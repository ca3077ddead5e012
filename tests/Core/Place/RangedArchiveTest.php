<?php

declare(strict_types=1);

use Stasimon\Core\Place\Archive\RangedArchive;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** An archive made by zip(1), or by PHP's own extension where that is the judge's part. */
function zipped(array $files, string $remark = ''): string
{
    $path = (string) tempnam(sys_get_temp_dir(), 'ranged');
    $zip = new ZipArchive();
    $zip->open($path, ZipArchive::OVERWRITE);
    foreach ($files as $name => $content) {
        $zip->addFromString($name, $content);
    }
    $remark === '' || $zip->setArchiveComment($remark);
    $zip->close();
    $bytes = (string) file_get_contents($path);
    unlink($path);

    return $bytes;
}

/** @return array<string, string> what the extension finds in it */
function unzipped(string $bytes): array
{
    $path = (string) tempnam(sys_get_temp_dir(), 'ranged');
    file_put_contents($path, $bytes);
    $zip = new ZipArchive();
    expect($zip->open($path, ZipArchive::CHECKCONS))->toBeTrue();
    $found = [];
    for ($i = 0; $i < $zip->numFiles; $i++) {
        $found[(string) $zip->getNameIndex($i)] = (string) $zip->getFromIndex($i);
    }
    unlink($path);

    return $found;
}

/** @return array{string, int} what it comes to, and how many bytes were asked for */
function inParts(string $bytes, Closure $isWanted, int $tail): array
{
    $archive = new RangedArchive('it', strlen($bytes), substr($bytes, -$tail));
    $asked = min($tail, strlen($bytes));
    for ($turn = 0; ($missing = $archive->missing($isWanted)) !== []; $turn++) {
        expect($turn)->toBeLessThan(4);
        foreach ($missing as [$from, $length]) {
            $archive->learn($from, substr($bytes, $from, $length));
            $asked += $length;
        }
    }

    return [$archive->reduced($isWanted), $asked];
}

it('takes some entries out of an archive, asking for little more than them', function (int $tail, string $remark): void {
    $files = ['noise.bin' => random_bytes(400_000), 'mod.json' => str_repeat('{"id": "gulls"} ', 200), 'deep/er/mod.toml' => 'a = 1'];
    for ($i = 0; $i < 300; $i++) {
        $files["assets/{$i}.txt"] = $i === 7 ? '' : random_bytes(random_int(1, 2_000));
    }
    $bytes = zipped($files, $remark);
    [$reduced, $asked] = inParts($bytes, fn (string $name, int $size): bool => str_contains($name, 'mod.') && $size < 5_000, $tail);
    expect(unzipped($reduced))
        ->toBe(['mod.json' => $files['mod.json'], 'deep/er/mod.toml' => 'a = 1'])
        ->and($asked)
        ->toBeLessThan($tail + 40_000)
        ->and(inParts($bytes, fn (): bool => false, $tail)[0])
        ->toStartWith("PK\x05\x06");
})->with([
    'all of the directory at the end' => [40_000, ''],
    'a part of it' => [1_000, ''],
    'with a remark behind it' => [1_000, str_repeat('made for PK somebody ', 20)],
]);

it('reads as PHP does what zip(1) makes, and streamed as well', function (): void {
    $folder = sys_get_temp_dir().'/ranged-'.bin2hex(random_bytes(4));
    mkdir($folder);
    file_put_contents("{$folder}/mod.json", str_repeat('of gulls ', 500));
    file_put_contents("{$folder}/more.bin", random_bytes(100_000));
    // Through a pipe the sizes stand behind the content, and only the directory has them.
    exec('cd '.escapeshellarg($folder).' && zip -q - mod.json more.bin | cat > streamed.zip && zip -q -0 stored.zip mod.json more.bin');
    foreach (['streamed.zip', 'stored.zip'] as $name) {
        $bytes = (string) file_get_contents("{$folder}/{$name}");
        [$reduced, $asked] = inParts($bytes, fn (string $entry): bool => $entry === 'mod.json', 500);
        expect(unzipped($reduced))->toBe(['mod.json' => str_repeat('of gulls ', 500)])->and($asked)->toBeLessThan(7_000);
    }
    array_map(unlink(...), (array) glob("{$folder}/*"));
    rmdir($folder);
});

it('refuses what is no archive, or says of itself what is not so', function (): void {
    $bytes = zipped(['mod.json' => 'of gulls', 'b' => 'c']);
    $all = fn (): bool => true;
    $end = (int) strrpos($bytes, "PK\x05\x06");
    $with = fn (int $at, string $part): string => substr_replace($bytes, $part, $at, strlen($part));
    $directory = (int) strpos($bytes, "PK\x01\x02");
    foreach (
        [
            'no directory' => 'nothing of an archive',
            'no directory at its end' => substr($bytes, 0, $end + 10),
            'large kind' => $with($end + 10, "\xFF\xFF"),
            'says what is not so' => $with($end + 16, "\xF0\xFF\xFF\x00"),
            'what is not so' => $with($directory, 'QK'),
            'directory says' => $with($directory + 42, "\x03\x00\x00\x00"),
            'its directory says' => $with($directory + 20, "\xF0\xFF\xFF\x00"),
        ] as $why => $broken
    ) {
        expect(fn () => inParts($broken, $all, 4_000))->toThrow(UnsafeArchive::class, $why);
    }
    // Whatever is turned around in it: a refusal, or entries that the extension reads.
    mt_srand(7);
    for ($i = 0; $i < 2_000; $i++) {
        $broken = $bytes;
        $broken[mt_rand(0, strlen($bytes) - 1)] = chr(mt_rand(0, 255));
        try {
            expect(strlen(inParts($broken, $all, 4_000)[0]))->toBeLessThan(2 * strlen($bytes));
        } catch (UnsafeArchive $refused) {
            expect($refused->getMessage())->toContain('it');
        }
    }
});
