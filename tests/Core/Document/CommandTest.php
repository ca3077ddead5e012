<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

/** @return array{int, string, string} exit code, standard output and standard error of bin/stasimon */
function stasimon(string ...$arguments): array
{
    $process = new Process([dirname(__DIR__, 3).'/bin/stasimon', ...$arguments], env: ['APP_KEY' => false, 'DB_HOST' => false]);
    $process->run();

    return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
}

function example(string $name): string
{
    return dirname(__DIR__, 3)."/docs/formats/examples/{$name}.json";
}

it('resolves the example and exits with 0', function (): void {
    [$exit, $output] = stasimon('resolve', '--catalogue', example('catalogue'), '--request', example('request'));
    $answer = json_decode($output, true);
    expect($exit)
        ->toBe(0)
        ->and($answer['outcome'])
        ->toBe('resolved')
        ->and(array_column($answer['selection'], 'version', 'id'))
        ->toMatchArray(['fogbank' => '2.1.0', 'oakum-api' => '1.6.0'])
        ->and($answer['changes']['change'])
        ->toBe([['id' => 'oakum-api', 'from' => '1.4.2', 'to' => '1.6.0']])
        ->and($answer['suggestions'])
        ->toBe([['id' => 'kedge-bones', 'by' => 'fogbank', 'fits' => true]]);
});

it('says why not and exits with 1', function (): void {
    [$exit, $output] = stasimon('resolve', '--catalogue='.example('catalogue'), '--request='.example('impossible'));
    $answer = json_decode($output, true);
    expect($exit)
        ->toBe(1)
        ->and($answer['blame'])
        ->toBe([1, 3])
        ->and($answer['contested'][0]['id'])
        ->toBe('halyard')
        ->and($answer['repairs'][0]['patch'])
        ->toBe([['op' => 'replace', 'path' => '/want/3/range', 'value' => '=0.16.4']]);
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

it('says the same as text', function (): void {
    [$exit, $output] = stasimon('explain', '--catalogue', example('catalogue'), '--request', example('request'));
    expect($exit)
        ->toBe(0)
        ->and($output)
        ->toContain('Resolved: 5 packages, 4 added, 1 changed, 0 removed.')
        ->toMatch('/~  Oakum API +1\.4\.2 -> 1\.6\.0  for Fogbank 2\.1\.0/')
        ->toContain('Fogbank suggests Kedge Bones, which fits.');
    [$exit, $output] = stasimon('explain', '--catalogue', example('catalogue'), '--request', example('impossible'));
    expect($exit)
        ->toBe(1)
        ->and($output)
        ->toContain('These cannot be had together: Fogbank; Halyard 0.15.11.')
        ->toContain('Halyard cannot be 0.15.11 and 0.16.4 at once. [1, 2, 3]')
        ->toContain('Use Halyard 0.16.4 instead of 0.15.11.');
    [$exit, $output] = stasimon('explain', '--catalogue', example('catalogue'), '--request', example('request'), '--time-limit=0');
    expect($exit)->toBe(3)->and($output)->toContain('Stopped at the time limit');
});

it('checks a selection, and names each rule that it breaks', function (): void {
    [, $resolution] = stasimon('resolve', '--catalogue', example('catalogue'), '--request', example('request'));
    $file = tempnam(sys_get_temp_dir(), 'selection');
    $check = function (string $selection) use ($file): array {
        file_put_contents($file, $selection);

        return stasimon('check', '--catalogue', example('catalogue'), '--request', example('request'), '--selection', $file);
    };
    [$exit, $output] = $check($resolution);
    expect($exit)
        ->toBe(0)
        ->and(json_decode($output, true))
        ->toBe(['format' => 'stasimon/check', 'revision' => 1, 'outcome' => 'valid', 'violations' => []]);
    [$exit, $output] = $check('{"selection": [{"id": "fogbank", "version": "2.1.0"}]}');
    expect($exit)
        ->toBe(1)
        ->and(array_column(json_decode($output, true)['violations'], 'rule'))
        ->toBe(['want', 'need', 'need']);
    [$exit, , $error] = $check('{"selection": [{"id": "fogbank", "version": "2.1.0"}, {"id": "fogbank", "version": "2.2.0"}]}');
    expect($exit)->toBe(2)->and($error)->toContain('/selection/1/id: "fogbank" is listed twice');
    [$exit, , $error] = $check('{"selection": [{"id": "fogbank"}]}');
    expect($exit)->toBe(2)->and($error)->toContain('/selection/0: the field "version" is missing');
    unlink($file);
});

it('tells all with --help', function (): void {
    [$exit, $output] = stasimon('check', '--help');
    expect($exit)
        ->toBe(0)
        ->and($output)
        ->toContain('bin/stasimon resolve', 'bin/stasimon explain', 'bin/stasimon check', '--time-limit SECONDS', 'standard input');
});

it('says what a log means, packed or not, and refuses what is none', function (): void {
    $logs = dirname(__DIR__, 2).'/Reference/logs';
    $game = dirname(__DIR__, 3).'/games/ferrywright.json';
    [$exit, $output] = stasimon('read-log', "{$logs}/logback-iso-twice-logged.log", '--game', $game);
    $said = json_decode($output, true);
    expect($exit)
        ->toBe(1)
        ->and($said['lines'])
        ->toBe(14)
        ->and($said['failures'])
        ->toHaveCount(1)
        ->and($said['failures'][0]['kind'])
        ->toBe('crash')
        ->and($said['failures'][0]['details'])
        ->toBe(['exception' => 'java.lang.UnsupportedOperationException', 'message' => 'no fog at night'])
        ->and($said['failures'][0]['quotes'][0])
        ->toBe(['line' => 4, 'text' => 'oakum.sky.Weather$Trouble: layers failed'])
        ->and(
            (new Opis\JsonSchema\Validator())
                ->validate(json_decode($output), (string) file_get_contents(dirname(__DIR__, 3).'/docs/formats/diagnosis.schema.json'))
                ->isValid(),
        )
        ->toBeTrue();
    $packed = (string) tempnam(sys_get_temp_dir(), 'log');
    file_put_contents($packed, gzencode((string) file_get_contents("{$logs}/jul-german-twice-informed.log")));
    [$exit, $output] = stasimon('read-log', $packed, "--game={$game}");
    unlink($packed);
    expect($exit)
        ->toBe(0)
        ->and(json_decode($output, true)['failures'])
        ->toBe([])
        ->and(stasimon('read-log', '/nowhere', '--game', $game)[0])
        ->toBe(2)
        ->and(stasimon('read-log', $game)[2])
        ->toContain('--game FILE is missing')
        ->and(stasimon('read-log', "{$logs}/expected.json", '--game', example('catalogue'))[2])
        ->toContain('catalogue.json: ');
});
