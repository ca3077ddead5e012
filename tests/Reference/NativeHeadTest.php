<?php

declare(strict_types=1);

use Stasimon\Core\Evidence\NativeHead;
use Symfony\Component\Process\Process;

// The judge is readelf of the GNU binutils, over the libraries and programs of this machine.
it('reads of ELF files what readelf reads', function (): void {
    $files = [...glob('/usr/lib/x86_64-linux-gnu/*.so*') ?: [], ...glob('/usr/bin/*') ?: []];
    $isOne = fn (string $file): bool => is_file($file) && ! is_link($file) && filesize($file) < 3_000_000;
    $files = array_values(array_filter($files, $isOne));
    mt_srand(1);
    shuffle($files);
    $read = 0;
    foreach (array_slice($files, 0, (int) (getenv('STASIMON_CASES') ?: 120)) as $file) {
        $head = NativeHead::of((string) file_get_contents($file));
        $process = new Process(['readelf', '-h', '-d', '-W', $file], env: ['LC_ALL' => 'C']);
        $process->run();
        if ($head === null) {
            expect(str_starts_with((string) file_get_contents($file, false, null, 0, 4), "\x7FELF"))->toBeFalse($file);

            continue;
        }
        $said = $process->getOutput();
        preg_match_all('/\(NEEDED\)\s+Shared library: \[(.*)\]/', $said, $needed);
        preg_match('/\(SONAME\)\s+Library soname: \[(.*)\]/', $said, $name);
        $isLibrary = str_contains($said, 'Shared object file') && preg_match('/Flags:.*\bPIE\b/', $said) !== 1;
        expect([$head->format, $head->machine, $head->imports, $head->name, $head->isLibrary])->toBe(
            ['ELF', 'x86-64', $needed[1], $name[1] ?? '', $isLibrary],
            $file,
        );
        $read++;
    }
    expect($read)->toBeGreaterThan(50);
});

// The judge is objdump of the GNU binutils, over the assemblies and native libraries of Windows that packages of this machine bring.
it('reads of PE files what objdump reads', function (): void {
    $files = array_filter(
        explode("\n", (string) shell_exec('find /usr/lib /usr/share -name "*.dll" -o -name "*.exe" 2>/dev/null | sort')),
        fn (string $file): bool => $file !== '' && is_file($file) && filesize($file) < 3_000_000,
    );
    $read = 0;
    foreach (array_slice(array_values($files), 0, 60) as $file) {
        $head = NativeHead::of((string) file_get_contents($file));
        $process = new Process(['objdump', '-p', '-f', $file], env: ['LC_ALL' => 'C']);
        if ($process->run() !== 0 || $head === null) {
            continue;
        }
        preg_match_all('/^\s*DLL Name: (.*)$/m', $process->getOutput(), $names);
        expect([$head->format, $head->imports, $head->isLibrary])->toBe(
            ['PE', $names[1], str_contains($process->getOutput(), "\tDLL\n") || preg_match('/^\s*DLL$/m', $process->getOutput()) === 1],
            $file,
        );
        $read++;
    }
    expect($read)->toBeGreaterThan(0);
});

it('reads nothing where a head leads out of the file', function (): void {
    $bytes = (string) file_get_contents(PHP_BINARY, false, null, 0, 6_000_000);
    mt_srand(2);
    for ($n = 0; $n < 400; $n++) {
        $broken = substr($bytes, 0, mt_rand(4, 4_000));
        for ($m = 0; $m < 8; $m++) {
            $broken[mt_rand(4, strlen($broken) - 1) % strlen($broken)] = chr(mt_rand(0, 255));
        }
        expect(NativeHead::of($broken))->toBeInstanceOf(NativeHead::class);
    }
    expect(NativeHead::of('MZ'))->toBeNull()->and(NativeHead::of('text'))->toBeNull();
});
