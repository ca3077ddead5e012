<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Telling;
use Stasimon\Core\Evidence\Assembly;
use Stasimon\Core\Evidence\Evidence;
use Stasimon\Core\Evidence\Manifest;
use Stasimon\Core\Log\LogReader;
use Stasimon\Core\Log\LogText;
use Stasimon\Core\Log\UnreadableLog;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Tests\Support\Archives;
use Tests\Support\Logs;

require_once __DIR__.'/../../../standins/content/ClassFile.php';
require_once __DIR__.'/../../../standins/content/Assembly.php';

// Together the cases below read 80,000 inputs, each made from a sound one by cutting, doubling, flipping or swapping parts.

/** A file in memory where the system has room there, so that ten thousand of them do not wait for a disk. */
function inMemory(): string
{
    return (string) tempnam(is_writable('/dev/shm') ? '/dev/shm' : sys_get_temp_dir(), 'fuzz');
}

/** One of many small harms, by a seed. */
function harmed(string $bytes, Randomizer $dice): string
{
    for ($times = $dice->getInt(1, 4); $times > 0; $times--) {
        $length = strlen($bytes);
        $at = $dice->getInt(0, max(0, $length - 1));
        $bytes = match ($dice->getInt(0, 6)) {
            0 => substr($bytes, 0, $at),
            1 => substr_replace($bytes, $dice->getBytes($dice->getInt(1, 8)), $at, $dice->getInt(0, 8)),
            2 => substr_replace($bytes, substr($bytes, $at, $dice->getInt(1, 200)), $dice->getInt(0, max(0, $length - 1)), 0),
            3 => $length === 0 ? 'x' : substr_replace($bytes, chr(ord($bytes[$at]) ^ (1 << $dice->getInt(0, 7))), $at, 1),
            4 => substr_replace($bytes, pack('V', [0, 1, 0x7FFFFFFF, 0xFFFFFFFF][$dice->getInt(0, 3)]), $at, 4),
            5 => strrev(substr($bytes, 0, $at)).substr($bytes, $at),
            default => str_repeat(substr($bytes, $at, 40), $dice->getInt(1, 60)).$bytes,
        };
    }

    return $bytes;
}

/**
 * @param  Closure(string): void  $read
 * @return array{float, int} the most that one took, in seconds of processor, and bytes that the memory grew by
 */
function fuzzed(string $sound, int $times, int $seed, Closure $read): array
{
    $dice = new Randomizer(new Mt19937($seed));
    $longest = 0.0;
    $worked = function (): float {
        $usage = getrusage();

        return $usage['ru_utime.tv_sec'] + $usage['ru_utime.tv_usec'] / 1e6;
    };
    $memory = memory_get_usage();
    for ($i = 0; $i < $times; $i++) {
        $input = harmed($sound, $dice);
        $start = $worked();
        $read($input);
        $longest = max($longest, $worked() - $start);
    }

    return [$longest, memory_get_usage() - $memory];
}

$log =
    Logs::said(
        'info ',
        'java 17, 4096 MB',
        '1 of 2  oakum-api 1.4.2 starting',
        '1 of 2  oakum-api 1.4.2 ready in 3 ms',
        '2 of 2  fogbank 2.1.0 starting',
    ).
    Logs::said('error', "java.lang.NoSuchMethodError: 'void oakum.sky.Layers.mist(float)'").
    "    at fog.Bank.raise(Bank.java:77)\n    at oakum.boot.Stage.run(Stage.java:31)\nCaused by: java.lang.NoSuchFieldError: DEPTH\n    ".
    "... 3 more\n".
    Logs::said(
        'error',
        'fogbank 2.1.0 asks for oakum-api >=1.4; there is none',
        'cannot read mods/fogbank-2.1.0.zip: java.util.zip.ZipException: zip END header not found',
        'number 166 is taken twice: a of b 1 and c of d 2',
    ).
    "#\n# A fatal error has been detected by the Java Runtime Environment:\n#\n# C  [libferrygl.so+0x1f3a2]\nj  ".
    "fog.Bank.draw()V+42\n\"main\" #1 prio=5 waiting for monitor entry\n   java.lang.Thread.State: BLOCKED\n\tat ".
    "fog.Bank.raise(Bank.java:77)\n";

it('reads harmed logs without harm', function (string $game, string $platform) use ($log): void {
    $definition = Logs::game($game, $platform);
    $reader = new LogReader($definition->log);
    $telling = new Telling($definition, new MemoryCatalogue($definition->packages()), null, []);
    $times = (int) (getenv('STASIMON_CASES') ?: 2_500);
    [$longest, $memory] = fuzzed($log, $times, 11, function (string $input) use ($definition, $reader, $telling): void {
        $diagnosing = new Diagnosing($definition->log, $definition->platform, Logs::holders(), $definition->id);
        foreach ($diagnosing->of($reader->lines($input)) as $diagnosis) {
            $sentence = $telling->sentence($diagnosis);
            ($sentence !== '' && mb_check_encoding($sentence, 'UTF-8')) || throw new RuntimeException("\"{$sentence}\" is no sentence.");
        }
    });
    expect($longest)->toBeLessThan(5.0)->and($memory)->toBeLessThan(8_000_000);
})->with([['ferrywright', 'java'], ['nightpost', 'dotnet']]);

it('reads harmed wrappings of logs without harm', function () use ($log): void {
    [$from, $to] = [inMemory(), inMemory()];
    $wide = (string) mb_convert_encoding($log, 'UTF-16LE');
    $times = (int) (getenv('STASIMON_CASES') ?: 1_000);
    foreach ([$log, (string) gzencode($log), Archives::bytes(['latest.log' => $log]), $wide] as $seed => $sound) {
        [$longest, $memory] = fuzzed($sound, $times, $seed, function (string $input) use ($from, $to): void {
            file_put_contents($from, $input);
            try {
                (new LogText(1_000_000))->pour($from, $to);
                mb_check_encoding((string) file_get_contents($to), 'UTF-8') || throw new RuntimeException('It is not UTF-8.');
            } catch (UnreadableLog $refused) {
                str_ends_with($refused->getMessage(), '.') || throw $refused;
            }
        });
        expect($longest)->toBeLessThan(5.0)->and($memory)->toBeLessThan(8_000_000);
    }
    array_map(unlink(...), [$from, $to]);
});

it('reads 40,000 harmed assemblies, class heads and manifests without harm', function (): void {
    $assembly = Standins\Content\Assembly::bytes(
        'WaxAndSeal',
        '2.0.0.0',
        '.NETCoreApp,Version=v8.0',
        ['WaxAndSeal.Stamp' => ['Press']],
        ['Albums' => '1.0.0.0'],
        [['Albums', 'Albums.Page', 'Turn']],
    );
    $class = Standins\Content\ClassFile::bytes('fog/Bank', 65, ['raise(F)V'], ['oakum/sky/Layers.mist(F)V']);
    $isWithin = fn (?int $number, int $most): bool => $number === null || ($number >= 0 && $number <= $most);
    $results = [
        fuzzed(
            $assembly,
            20_000,
            21,
            fn (string $input) => $isWithin(Assembly::frameworkOf($input), 999) || throw new RuntimeException('no framework'),
        ),
        fuzzed(
            $class,
            10_000,
            22,
            fn (string $input) => $isWithin(Evidence::levelOf(substr($input, 0, 8)), 65_535) || throw new RuntimeException('no level'),
        ),
        fuzzed(
            "Manifest-Version: 1.0\r\nImplementation-Title: fog\r\n bank\r\n\r\nName: x\r\n",
            10_000,
            23,
            fn (string $input) => Manifest::main($input),
        ),
    ];
    foreach ($results as [$longest, $memory]) {
        expect($longest)->toBeLessThan(5.0)->and($memory)->toBeLessThan(8_000_000);
    }
});

it('reads harmed archives without harm', function (): void {
    $sound = Archives::bytes([
        'META-INF/MANIFEST.MF' => "Manifest-Version: 1.0\r\n",
        'fog/Bank.class' => Standins\Content\ClassFile::bytes('fog/Bank', 65),
        'a/b.txt' => str_repeat('text ', 50),
    ]);
    $file = inMemory();
    [$longest, $memory] = fuzzed($sound, (int) (getenv('STASIMON_CASES') ?: 4_000), 31, function (string $input) use ($file): void {
        file_put_contents($file, $input);
        (new Evidence())->of($file);
        try {
            Archive::read($file, 'It');
        } catch (UnsafeArchive $refused) {
            str_ends_with($refused->getMessage(), '.') || throw $refused;
        }
    });
    unlink($file);
    expect($longest)->toBeLessThan(5.0)->and($memory)->toBeLessThan(8_000_000);
});
