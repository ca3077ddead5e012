<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Log\LogReader;
use Tests\Support\LogCorpus;
use Tests\Support\Logs;

// Logs that real programs printed: Java 17 with java.util.logging, logback 1.2, log4j 2.19 and slf4j-simple 1.7, mono 6.8, python 3.11 and
// node 20, as in Debian 12. tests/Reference/logs/make.php makes them anew and says what was done to each.

it('reads what real programs print: cause and culprit, with an instance and without, and no alarm where nothing failed', function (): void {
    $scores = LogCorpus::scores();
    expect(array_sum(array_column($scores, 'fails')))
        ->toBeGreaterThanOrEqual(150)
        ->and(array_sum(array_column($scores, 'clean')))
        ->toBeGreaterThanOrEqual(30)
        ->and(array_merge(...array_column($scores, 'wrong')))
        ->toBe([]);
});

it('believes the exit code, where there is one, more than what the log says', function (): void {
    $definition = Logs::game();
    $read = fn (string $log, ?bool $hasFailed): array => (new Diagnosing(
        $definition->log,
        $definition->platform,
        Logs::holders(),
        'ferrywright',
    ))->of((new LogReader($definition->log))->lines((string) file_get_contents(__DIR__."/logs/{$log}.log")), $hasFailed);
    // An error after which the program went on with its work, and a warning: only a failed launch makes something of them.
    expect($read('logback-library-survived', null))
        ->toBe([])
        ->and($read('logback-library-survived', true)[0]->suspects)
        ->toBe(['oakum-api'])
        ->and($read('logback-nothing-warned', null))
        ->toBe([])
        ->and($read('logback-nothing-warned', true)[0]->suspects)
        ->toBe(['fogbank'])
        ->and($read('logback-twice-logged', null))
        ->toHaveCount(1)
        ->and($read('logback-twice-logged', false))
        ->toBe([]);
});

it('quotes the line of the root cause, however deep it is', function (): void {
    foreach (
        ['logback-twice-logged', 'log4j-slash-twice-logged', 'jul-german-twice-logged', 'log4j-json-twice-logged', 'mono-wrapped'] as $name
    ) {
        $quoted = implode("\n", array_map(fn ($line): string => $line->message, LogCorpus::diagnosed($name)[0]->quotes));
        expect($quoted)->toContain(
            str_starts_with($name, 'mono') ? 'NullReferenceException' : 'UnsupportedOperationException: no fog at night',
        );
    }
});

it('reads damaged logs without falling over, and raises no alarm in a clean one that the whole did not raise', function (): void {
    $dice = new Randomizer(new Mt19937(13));
    $cases = $alarms = 0;
    foreach (LogCorpus::expected() as $name => $expected) {
        $definition = LogCorpus::definition($name);
        $lines = file(__DIR__."/logs/{$name}.log", FILE_IGNORE_NEW_LINES) ?: [];
        for ($turn = 0; $turn < (int) (getenv('STASIMON_CASES') ?: 400) / 100; $turn++) {
            $mutated = $lines;
            foreach (range(1, $dice->getInt(1, 4)) as $_) {
                $at = $dice->getInt(0, max(0, count($mutated) - 1));
                match ($dice->getInt(0, 4)) {
                    // A line twice; a line cut; bytes that are no text; what a terminal colours; two lines without the break between.
                    0 => array_splice($mutated, $at, 0, [$mutated[$at] ?? '']),
                    1 => ($mutated[$at] = substr($mutated[$at] ?? '', 0, $dice->getInt(0, 40))),
                    2 => ($mutated[$at] = ($mutated[$at] ?? '').$dice->getBytes(9)),
                    3 => ($mutated[$at] = "\e[31m".($mutated[$at] ?? '')."\e[0m"),
                    4 => ($mutated[$at] = rtrim($mutated[$at] ?? '')."\r"),
                };
            }
            $found = (new Diagnosing($definition->log, $definition->platform, Logs::holders(), $definition->id))->of(
                (new LogReader($definition->log))->lines(implode("\n", $mutated)),
            );
            $cases++;
            // Of mono's short logs a mutation can take both the warning and what came after it; what is left looks like a failure.
            $alarms += ! $expected['fails'] && $expected['family'] !== 'mono' && $found !== [] ? 1 : 0;
        }
    }
    expect($cases)->toBeGreaterThan(900)->and($alarms)->toBe(0);
});
