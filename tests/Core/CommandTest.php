<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

/** @return array{int, string, string} exit code, standard output and standard error of bin/stasimon */
function stasimon(string ...$arguments): array
{
    $process = new Process([dirname(__DIR__, 2).'/bin/stasimon', ...$arguments], env: ['APP_KEY' => false, 'DB_HOST' => false]);
    $process->run();

    return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
}

function example(string $name): string
{
    return dirname(__DIR__, 2)."/docs/formats/examples/{$name}.json";
}

it('resolves the example and exits with 0', function (): void {
    [$exit, $output] = stasimon('resolve', '--catalogue', example('catalogue'), '--request', example('request'));
    $answer = json_decode($output, true);
    expect($exit)->toBe(0)->and($answer['outcome'])->toBe('resolved')
        ->and(array_column($answer['selection'], 'version', 'id'))->toMatchArray(['fogbank' => '2.1.0', 'oakum-api' => '1.6.0'])
        ->and($answer['changes']['change'])->toBe([['id' => 'oakum-api', 'from' => '1.4.2', 'to' => '1.6.0']])
        ->and($answer['suggestions'])->toBe([['id' => 'kedge-bones', 'by' => 'fogbank', 'fits' => true]]);
});

it('says why not and exits with 1', function (): void {
    [$exit, $output] = stasimon('resolve', '--catalogue='.example('catalogue'), '--request='.example('impossible'));
    $answer = json_decode($output, true);
    expect($exit)->toBe(1)->and($answer['blame'])->toBe([1, 3])->and($answer['contested'][0]['id'])->toBe('halyard')
        ->and($answer['repairs'][0]['patch'])->toBe([['op' => 'replace', 'path' => '/want/3/range', 'value' => '=0.16.4']]);
});

it('says in one line what is unusable and exits with 2', function (array $arguments, string $part): void {
    [$exit, $output, $error] = stasimon(...$arguments);
    expect($exit)->toBe(2)->and($output)->toBe('')->and(substr_count($error, "\n"))->toBe(1)->and($error)->toContain($part);
})->with([
    [['resolve', '--catalogue', example('request'), '--request', example('request')], 'request.json: /format: '],
    [['resolve', '--catalogue', '/nowhere.json', '--request', example('request')], '/nowhere.json: the file cannot be read'],
    [['resolve', '--catalogue', example('catalogue')], '--request FILE is missing'],
    [['resolve', '--catalogue', example('catalogue'), '--request', example('request'), '--time-limit', 'soon'], 'not a number'],
    [['solve'], 'not a command'],
    [['resolve', '--loud'], 'not an option'],
]);

it('stops at the time limit and exits with 3', function (): void {
    [$exit, $output] = stasimon('resolve', '--catalogue', example('catalogue'), '--request', example('request'), '--time-limit', '0');
    expect($exit)->toBe(3)->and(json_decode($output, true)['outcome'])->toBe('stopped');
});
