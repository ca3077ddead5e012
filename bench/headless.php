<?php

declare(strict_types=1);

// What bin/stasimon takes of the processor, as a whole process, to read a generated catalogue and to answer a request of it, for the first
// time and again, beside the decoding of the same JSON alone, and Composer's resolver on the same files: php bench/headless.php

use Bench\Generator;
use Tests\Support\ComposerSolver;

require __DIR__.'/Generator.php';

ini_set('memory_limit', '-1');
if (($argv[1] ?? '') === '--composer') {
    require __DIR__.'/../vendor/autoload.php';
    $read = fn (string $file): array => json_decode((string) file_get_contents($file), true);
    [$catalogue, $request] = array_map($read, array_slice($argv, 2));
    exit(ComposerSolver::solves($catalogue, $request['want']) ? 0 : 1);
}
foreach ([[500, 10, 30], [5_000, 20, 40], [20_000, 20, 300]] as [$packages, $releases, $wants]) {
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
    $run = function (string ...$command): array {
        $lines = [];
        exec('/usr/bin/time -f "%U %S %M" '.implode(' ', array_map(escapeshellarg(...), $command)).' 2>&1', $lines);
        [$user, $system, $memory] = array_map(floatval(...), explode(' ', (string) end($lines)));

        return [$user + $system, $memory / 1e3, implode("\n", $lines)];
    };
    $ours = [PHP_BINARY, dirname(__DIR__).'/bin/stasimon', 'resolve', '--catalogue', $catalogue, '--request', $request];
    putenv('XDG_CACHE_HOME='.($kept = sys_get_temp_dir().'/stasimon-bench-'.getmypid()));
    [$first, $memory, $said] = $run(...$ours);
    [$second] = $run(...$ours);
    exec('rm -rf '.escapeshellarg($kept));
    $solving = (float) (preg_match('/"milliseconds": ([\d.]+)/', $said, $found) === 1 ? $found[1] : 0) / 1000;
    $start = hrtime(true);
    json_decode((string) file_get_contents($catalogue));
    $decoding = (hrtime(true) - $start) / 1e9;
    [$composer, $composersMemory] = $run(PHP_BINARY, '-d', 'memory_limit=-1', __FILE__, '--composer', $catalogue, $request);
    printf(
        '%7s releases, %2d MB: %5.2f s, of which the answer %.2f, %3d MB; again %5.2f s; '.
            'json_decode alone %.2f s: %.1f and %.1f times it; '.
            "Composer's resolver on the same file %6.2f s, %d MB: %.1f and %.1f times as long\n",
        number_format($packages * $releases),
        filesize($catalogue) / 1e6,
        $first,
        $solving,
        $memory,
        $second,
        $decoding,
        $first / $decoding,
        $second / $decoding,
        $composer,
        $composersMemory,
        $composer / $first,
        $composer / $second,
    );
    array_map(unlink(...), [$catalogue, $request]);
}
