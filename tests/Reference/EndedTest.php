<?php

declare(strict_types=1);

// Programs that print of much that goes wrong and get over it, and the same that do not: Python 3, which prints its own traces, is the
// judge, by what it exits with.

use Illuminate\Filesystem\Filesystem;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Log\LogReader;
use Symfony\Component\Process\Process;
use Tests\Support\Logs;

it('tells a program that got over what went wrong from one that ended by it', function (): void {
    $definition = Logs::game('ferrywright', 'python');
    $read = fn (string $log): array => (new Diagnosing($definition->log, $definition->platform, Holders::nobody(), 'ferrywright'))->of(
        (new LogReader($definition->log))->lines($log),
        null,
    );
    $cases = max(25, (int) getenv('STASIMON_CASES'));
    $folder = sys_get_temp_dir().'/stasimon-programs-'.getmypid();
    mkdir($folder);
    $run = (new Process(['python3', __DIR__.'/programs/program.py', $folder, '1', (string) $cases], timeout: 600))
        ->mustRun()
        ->getOutput();
    preg_match_all('/^(?<name>\d+-\w+) (?<exit>\d+)$/m', $run, $programs, PREG_SET_ORDER);
    $wrong = [];
    foreach ($programs as ['name' => $name, 'exit' => $exit]) {
        $log = (string) file_get_contents("{$folder}/{$name}.log");
        $last = substr_count(rtrim($log), "\n") + 1;
        $lines = array_map(fn (Diagnosis $one): int => $one->line(), $read($log));
        if ($exit === '0' ? $lines !== [] : ! in_array($last, $lines, true)) {
            $wrong[] =
                "{$name}: ".
                implode(', ', array_map(fn (int $line): string => "{$line} ".(explode("\n", $log)[$line - 1] ?? ''), $lines)).
                " of {$last}";
        }
    }
    (new Filesystem())->deleteDirectory($folder);
    expect(array_count_values(array_column($programs, 'exit')))->toBe([0 => $cases, 1 => $cases]);
    getenv('STASIMON_CASES')
        ? fwrite(STDERR, implode("\n", $wrong)."\n".count($wrong).' of '. 2 * $cases." read otherwise than they ended\n")
        : null;
    expect($wrong)->toBe([]);
});
