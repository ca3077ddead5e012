<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Diagnose\Circumstances;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Lesson;
use Stasimon\Core\Diagnose\Sureness;
use Stasimon\Core\Diagnose\Telling;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Log\LogReader;
use Tests\Support\Logs;

function blamed(string $log, Circumstances $circumstances): ?Diagnosis
{
    $definition = Logs::game();

    return (new Diagnosing($definition->log, $definition->platform, Logs::holders(), 'ferrywright', $circumstances))->of(
        (new LogReader($definition->log))->lines($log),
    )[0] ?? null;
}

it('adds up what speaks for a package, and says all of it', function (): void {
    $said = blamed(
        "Exception in thread \"main\" java.lang.IllegalStateException: no fog\n\tat fog.Bank.lift(Bank.java:3)\n",
        new Circumstances(['fogbank', 'gulls'], ['fogbank']),
    );
    expect($said?->suspects)
        ->toBe(['fogbank'])
        ->and($said?->sure)
        ->toBe(Sureness::Likely)
        ->and($said?->why)
        ->toBe(
            'It happened in its code, by the first line of the trace. It has changed since the last clean launch. A notice says that it '.
            'is broken.',
        );
});

it('blames by a change alone only what alone has changed, and calls it a guess', function (array $changed, array $suspects): void {
    $said = blamed(
        "Exception in thread \"main\" java.lang.IllegalStateException: no fog\n\tat ferry.Deck.lift(Deck.java:3)\n",
        new Circumstances($changed),
    );
    expect($said?->suspects)
        ->toBe($suspects)
        ->and($suspects === [] ? Sureness::Guess : $said?->sure)
        ->toBe(Sureness::Guess);
})->with([[['gulls'], ['gulls']], [['gulls', 'fogbank'], []], [[], []]]);

it('remembers a person\'s word, and lets it stand beside the evidence without outvoting it', function (): void {
    $trace = "Exception in thread \"main\" java.lang.IllegalStateException: no fog over %d tiles\n\tat %s.lift(Bank.java:3)\n";
    $first = blamed(sprintf($trace, 3, 'fog.Bank'), new Circumstances()) ?? throw new LogicException('It is a failure.');
    $lessons = [Lesson::from($first, 'gulls'), new Lesson(Failure::Endless, '/fog/', 'bell-buoys')];
    $recalled = fn (string $log): ?Diagnosis => ($said = blamed($log, new Circumstances())) === null
        ? null
        : Lesson::recalled($lessons, $said, strtoupper(...));
    expect($recalled(sprintf($trace, 71, 'fog.Bank'))?->suspects)
        ->toBe(['fogbank', 'gulls'])
        ->and($recalled(sprintf($trace, 71, 'ferry.Deck'))?->suspects)
        ->toBe(['gulls'])
        ->and($recalled(sprintf($trace, 71, 'ferry.Deck'))?->why)
        ->toBe('You said that it was GULLS when the same lines came before.')
        ->and($recalled(sprintf($trace, 71, 'ferry.Deck'))?->sure)
        ->toBe(Sureness::Guess)
        ->and($recalled(str_replace('no fog', 'no sun', sprintf($trace, 71, 'fog.Bank')))?->suspects)
        ->toBe(['fogbank']);
});

it('finds file, line and owner of a config, whichever parser gave up', function (string $message, array $expected): void {
    $said = blamed("{$message}\n\tat org.example.Parser.read(Parser.java:3)\n\tat fog.Bank.lift(Bank.java:3)\n", new Circumstances());
    expect([$said?->kind, $said?->get('file'), $said?->get('what'), $said?->get('column'), $said?->suspects])->toBe([
        Failure::BadConfig,
        ...$expected,
        ['fogbank'],
    ]);
})->with([
    // The wordings are those of the logs in tests/Reference/logs, with the file in the message as a caller would put it there.
    [
        'com.fasterxml.jackson.core.JsonParseException: Unexpected character (\'t\' (code 116)): was expecting double-quote'.
        "\n at [Source: (File); line: 3, column: 4]",
        ['', '3', '4'],
    ],
    [
        'org.xml.sax.SAXParseException; systemId: file:/games/ferry/config/fogbank.xml; lineNumber: 2; columnNumber: 15; The element type '.
        'must be terminated.',
        ['config/fogbank.xml', '2', '15'],
    ],
    [
        'java.lang.IllegalStateException: could not load config/fogbank-client.yml'.
        "\nCaused by: while parsing a block mapping\n in 'reader', line 1, column 1:\n    fog:\n    ^\nexpected <block end>\n in ".
        "'reader', line 3, column 2:\n",
        ['config/fogbank-client.yml', '3', '2'],
    ],
]);

it('says of ports, disks, rights, open files and long names what helps, and blames no mod for the machine', function (
    string $message,
    Failure $kind,
    string $says,
    array $suspects,
): void {
    $said = blamed("Exception in thread \"main\" {$message}\n\tat fog.Bank.lift(Bank.java:3)\n", new Circumstances());
    $sentence = $said === null ? '' : (new Telling(Logs::game(), new MemoryCatalogue([]), null, []))->sentence($said);
    expect($said?->kind)->toBe($kind)->and($sentence)->toContain($says)->and($said?->suspects)->toBe($suspects);
})->with([
    ['java.net.BindException: Address already in use', Failure::PortTaken, 'Another program listens', ['fogbank']],
    ['java.io.IOException: No space left on device', Failure::DiskFull, 'Make room', []],
    ['java.nio.file.AccessDeniedException: /games/ferry/worlds', Failure::NoPermission, 'may not use /games/ferry/worlds', []],
    ['java.nio.file.FileSystemException: /dev/null: Too many open files', Failure::TooManyFiles, 'ulimit -n', []],
    ['java.nio.file.FileSystemException: /games/fogfog: File name too long', Failure::PathTooLong, 'shorter name', []],
]);
