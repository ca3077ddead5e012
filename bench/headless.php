<?php

declare(strict_types=1);

// How long bin/stasimon takes to read a generated catalogue of 100,000 releases and one of 400,000, and to answer a request of
// it, beside the decoding of the same JSON alone: php bench/headless.php

use Bench\Generator;

require __DIR__.'/Generator.php';

ini_set('memory_limit', '-1');
foreach ([[5000, 20, 40], [20_000, 20, 300]] as [$packages, $releases, $wants]) {
    $world = new Generator($packages, $releases, $wants);
    [$catalogue, $request] = [tempnam(sys_get_temp_dir(), 'stasimon-bench'), tempnam(sys_get_temp_dir(), 'stasimon-bench')];
    $file = fopen($catalogue, 'wb') ?: throw new RuntimeException('No room.');
    fwrite($file, '{"format":"stasimon/catalogue","revision":1,"packages":[');
    for ($package = 0; $package < $packages; $package++) {
        $list = array_map(
            fn (array $needs, int $release): array => [
                'version' => "1.{$release}.0",
                'needs' => array_map(
                    fn (array $need): array => ['id' => "p{$need[0]}", 'range' => ">=1.{$need[1]}.0 <=1.{$need[2]}.0"],
                    array_values($needs),
                ),
            ],
            $world->needsOf($package),
            range(0, $releases - 1),
        );
        fwrite(
            $file,
            ($package === 0 ? '' : ',').
                json_encode(['id' => "p{$package}", 'kind' => 'mod', 'scheme' => 'semver', 'syntax' => 'comparator', 'releases' => $list]),
        );
    }
    fwrite($file, ']}');
    fclose($file);
    file_put_contents(
        $request,
        json_encode([
            'format' => 'stasimon/request',
            'revision' => 1,
            'want' => array_map(fn (int $want): array => ['id' => "p{$want}"], $world->wants),
        ]),
    );
    unset($world);
    $start = hrtime(true);
    $lines = [];
    exec(
        '/usr/bin/time -f %M '.
            escapeshellarg(PHP_BINARY).
            ' '.
            escapeshellarg(dirname(__DIR__).'/bin/stasimon').
            ' resolve --catalogue '.
            escapeshellarg($catalogue).
            ' --request '.
            escapeshellarg($request).
            ' 2>&1',
        $lines,
    );
    $ours = (hrtime(true) - $start) / 1e9;
    $solving = (float) (preg_match('/"milliseconds": ([\d.]+)/', implode("\n", $lines), $found) === 1 ? $found[1] : 0) / 1000;
    $start = hrtime(true);
    json_decode((string) file_get_contents($catalogue));
    $peer = (hrtime(true) - $start) / 1e9;
    printf(
        "%7s releases, %3d MB: %5.2f s in all, of which the answer %.2f s; %d MB; json_decode alone %.2f s; ratio %.1f\n",
        number_format($packages * $releases),
        filesize($catalogue) / 1e6,
        $ours,
        $solving,
        (int) end($lines) / 1e3,
        $peer,
        $ours / $peer,
    );
    array_map(unlink(...), [$catalogue, $request]);
}
