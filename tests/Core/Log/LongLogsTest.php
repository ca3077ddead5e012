<?php

declare(strict_types=1);

use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Log\LogReader;
use Stasimon\Core\Log\LogText;
use Tests\Support\Logs;

/** @return array{Diagnosing, LogReader} */
function readers(): array
{
    $game = Logs::game();

    return [new Diagnosing($game->log, $game->platform, Logs::holders(), $game->id), new LogReader($game->log)];
}

it('finds the failure at the end of 200,000 lines, and keeps next to nothing of them', function (): void {
    [$diagnosing, $reader] = readers();
    $memory = memory_get_usage();
    for ($number = 1; $number <= 200_000; $number++) {
        $diagnosing->follow($reader->line($number, "00:01.000 main     warn  gossips    lamp {$number} has no oil"));
    }
    $diagnosing->follow(
        $reader->line($number, "00:02.000 main     error fogbank    java.lang.NoSuchMethodError: 'void oakum.sky.Layers.mist(float)'"),
    );
    $diagnosing->follow($reader->line($number + 1, "\tat fog.Bank.raise(Bank.java:77)"));
    expect($diagnosing->diagnoses()[0]->kind)
        ->toBe(Failure::MissingMember)
        ->and($diagnosing->diagnoses()[0]->line())
        ->toBe(200_001)
        ->and(memory_get_usage() - $memory)
        ->toBeLessThan(1_000_000);
});

it('takes no longer over lines that are made to take long', function (string $line): void {
    [$diagnosing, $reader] = readers();
    $start = hrtime(true);
    for ($number = 1; $number <= 50; $number++) {
        $diagnosing->follow($reader->line($number, '00:01.000 main     error loader     '.$line));
        $diagnosing->follow($reader->line($number, $line));
    }
    expect((hrtime(true) - $start) / 1e9)
        ->toBeLessThan(5.0)
        ->and(count($diagnosing->diagnoses()))
        ->toBeLessThanOrEqual(20);
})->with([
    'words of one signature over and over' => ['number 1 is taken twice: '.str_repeat('x of y z and ', 300)],
    'a name of many parts' => [str_repeat('a.', 1_900).'Er'],
    'a frame without an end' => ['    at '.str_repeat('a/', 900).str_repeat('b.', 900)],
    'one letter' => [str_repeat('a', 3_900)],
    'blanks' => [str_repeat(' ', 3_900)],
    'colons' => ['cannot read '.str_repeat(': ', 1_900)],
    'quotes' => ["java.lang.NoSuchMethodError: '".str_repeat("a' ", 1_200)],
]);

it('keeps trace lines to their failure and lets other lines end it', function (): void {
    $log =
        Logs::said('error', 'java.lang.IllegalStateException: one').
        "    at fog.Bank.raise(Bank.java:77)\n".
        Logs::said('info ', 'stopping').
        "    at oakum.sky.Layers.mist(Layers.java:9)\n";
    $found = Logs::diagnosed($log);
    expect($found)
        ->toHaveCount(1)
        ->and($found[0]->suspects)
        ->toBe(['fogbank'])
        ->and(count($found[0]->quotes))
        ->toBe(2);
});

it('says where a gzip file is cut short or damaged, and reads what is there', function (): void {
    $pour = function (string $bytes): string {
        $from = (string) tempnam(sys_get_temp_dir(), 'log');
        file_put_contents($from, $bytes);
        (new LogText(1_000_000))->pour($from, "{$from}.text");
        $text = (string) file_get_contents("{$from}.text");
        unlink($from);
        unlink("{$from}.text");

        return $text;
    };
    $lines = implode("\n", array_map(fn (int $number): string => "line {$number} ".md5((string) $number), range(1, 2_000)));
    $packed = (string) gzencode($lines);
    expect($pour($packed))
        ->toBe($lines)
        ->and($pour($packed.gzencode("\nand more")))
        ->toBe("{$lines}\nand more")
        ->and($pour(substr($packed, 0, intdiv(strlen($packed), 2))))
        ->toStartWith('line 1 ')
        ->toContain('cut short')
        ->and($pour(substr_replace($packed, "\0\0\0\0", -8, 4)))
        ->toContain('damaged');
});
