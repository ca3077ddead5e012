<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Telling;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\LogLevel;
use Stasimon\Core\Log\LogLine;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Tests\Support\Logs;

/** A diagnosis with something in each detail that any kind can have. */
function everything(Failure $kind): Diagnosis
{
    return new Diagnosis(
        $kind,
        [new LogLine(1, '', '', LogLevel::Error, '', 'x')],
        [
            'package' => 'fogbank',
            'version' => '2.1.0',
            'target' => 'oakum-api',
            'range' => '>=1.4.0',
            'found' => '1.3.0',
            'level' => '65',
            'file' => 'mods/fogbank.zip',
            'files' => 'mods/a.zip, mods/b.zip',
            'why' => 'it is cut short',
            'class' => 'oakum.sky.Layers',
            'member' => 'mist',
            'assembly' => 'WaxAndSeal',
            'wanted' => '2.0.0.0',
            'what' => '166',
            'side' => 'server',
            'library' => 'libferrygl.so',
            'exception' => 'java.lang.Exception',
            'message' => 'no',
        ],
        ['fogbank'],
    );
}

it('has a sentence for every kind of failure, with and without an instance, whatever is missing of it', function (Failure $kind): void {
    $game = Logs::game();
    $plan = new Plan(new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '17', 4096));
    foreach (
        [
            [
                new Telling($game, new MemoryCatalogue($game->packages()), $plan, ['fogbank' => '2.1.0', 'oakum-api' => '1.3.0']),
                everything($kind),
            ],
            [new Telling($game, new MemoryCatalogue($game->packages()), null, []), everything($kind)],
            [
                new Telling($game, new MemoryCatalogue($game->packages()), null, []),
                new Diagnosis($kind, [new LogLine(1, '', '', LogLevel::Error, '', 'x')], []),
            ],
        ] as [$telling, $diagnosis]
    ) {
        $sentence = $telling->sentence($diagnosis);
        expect($sentence)
            ->toMatch('/^\S.*[.]$/su')
            ->and($sentence)
            ->not->toContain('  ')
            ->and($sentence)
            ->not->toContain(' .')
            ->and($sentence)
            ->not->toContain('!');
    }
})->with(Failure::cases());

it('speaks of the instance where there is one, and does not where there is none', function (): void {
    $game = Logs::game();
    $plan = new Plan(new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '17', 4096));
    $with = new Telling($game, new MemoryCatalogue($game->packages()), $plan, ['fogbank' => '2.1.0', 'oakum-api' => '1.3.0']);
    $without = new Telling($game, new MemoryCatalogue($game->packages()), null, []);
    expect($with->sentence(everything(Failure::RuntimeTooOld)))
        ->toBe('Fogbank 2.1.0 needs Java 21 or newer. It was started on 17.')
        ->and($without->sentence(everything(Failure::RuntimeTooOld)))
        ->toBe('Fogbank 2.1.0 needs Java 21 or newer.')
        ->and($with->sentence(everything(Failure::MissingMember)))
        ->toBe('Fogbank 2.1.0 asks oakum-api for mist, which it does not have in this release. This instance has 1.3.0.')
        ->and($without->sentence(everything(Failure::MissingMember)))
        ->toBe('Fogbank 2.1.0 asks oakum-api for mist, which it does not have in this release.')
        ->and($with->sentence(everything(Failure::OutOfMemory)))
        ->toBe('The game ran out of memory. It was given 4,096 MB.');
});
