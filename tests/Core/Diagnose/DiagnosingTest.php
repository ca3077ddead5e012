<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Diagnose\Advice;
use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\ExitCode;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Diagnose\PlanRemedy;
use Stasimon\Core\Diagnose\Sureness;
use Stasimon\Core\Diagnose\Telling;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Log\Course;
use Stasimon\Core\Log\LogLine;
use Stasimon\Core\Log\LogReader;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;
use Tests\Support\Logs;
use Tests\Support\Resolves;

function advice(Plan $plan, array $lineUp): Advice
{
    return new Advice(
        Logs::game(),
        new MemoryCatalogue([...Logs::game()->packages(), ...packages()]),
        $plan,
        $lineUp,
        ['fogbank' => ['mist']],
        new Resolves(Logs::game(), $lineUp, packages()),
    );
}

function packages(): array
{
    return array_map(fn (array $document) => (new CatalogueReader())->package(Node::ofJson(json_encode($document, JSON_THROW_ON_ERROR))), [
        [
            'id' => 'halyard',
            'kind' => 'loader',
            'name' => 'Halyard',
            'releases' => [
                ['version' => '0.16.4', 'needs' => [['id' => 'ferrywright', 'range' => '>=3.2.0']]],
                ['version' => '0.16.9', 'needs' => [['id' => 'ferrywright', 'range' => '>=3.2.0']]],
            ],
        ],
        ['id' => 'oakum-api', 'kind' => 'library', 'name' => 'Oakum API', 'releases' => [['version' => '1.4.2'], ['version' => '1.6.0']]],
        ['id' => 'fogbank', 'kind' => 'mod', 'name' => 'Fogbank Weather', 'releases' => [['version' => '2.0.3'], ['version' => '2.1.0']]],
        ['id' => 'mist', 'kind' => 'mod', 'name' => 'Mist', 'releases' => [['version' => '1.0.0']]],
    ]);
}

function planned(string $runtime = '17'): Plan
{
    return new Plan(new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', $runtime, 2048), [new Want('fogbank')]);
}

/** @return array<string, Plan> what each remedy's words lead to */
function remedied(Diagnosis $diagnosis, Plan $plan, array $lineUp): array
{
    return collect(advice($plan, $lineUp)->remedies($diagnosis)->counsels)
        ->mapWithKeys(fn (PlanRemedy $counsel): array => [$counsel->text => ($counsel->change)($plan)])
        ->all();
}

it('reads lines in the game\'s form and keeps the others', function (): void {
    $reader = new LogReader(Logs::game()->log);
    $lines = $reader->lines("00:00.048 main     warn  loader     low on rope\r\n\tat somewhere\n\xff\xfe\n");
    expect($lines)
        ->toHaveCount(3)
        ->and($lines[0]->levelName())
        ->toBe('warn')
        ->and($lines[0]->message)
        ->toBe('low on rope')
        ->and($lines[1]->levelName())
        ->toBe('text')
        ->and($lines[2]->number)
        ->toBe(3)
        ->and($reader->lines(''))
        ->toBe([])
        ->and(strlen($reader->line(1, str_repeat('long ', 100_000))->message))
        ->toBeLessThanOrEqual(LogReader::LONGEST);
});

it('tells what the loader says apart', function (string $message, Failure $kind): void {
    expect(Logs::diagnosed(Logs::said('error', $message))[0]->kind)
        ->toBe($kind)
        ->and(Logs::diagnosed(Logs::said('info ', $message)))
        ->toBe([]);
})->with([
    ['fogbank 2.1.0 asks for oakum-api >=1.4; there is none', Failure::Missing],
    ['the launcher asks for halyard 0.16.4; there is none', Failure::NoLoader],
    ['fogbank 2.1.0 asks for halyard >=0.16.9; found 0.16.4', Failure::WrongVersion],
    ['slick-hull 0.8.0 refuses to run beside clear-wake 1.2.0', Failure::Excluded],
    ['fogbank is there more than once: mods/a.zip, mods/b.zip', Failure::Duplicate],
    ['cannot read mods/a.zip: not an archive, or cut short', Failure::Unreadable],
    ['rope 7.1.0 is made for capstan, not for halyard', Failure::WrongLoader],
    ['ferry.loader.ChangeConflict: fogbank 2.1.0 replaces ferry.sea.Water.draw, which mist 1.0.0 has replaced', Failure::SameChange],
    ['number 166 is taken twice: funnel of tin 0.4.0 and oil of slick 0.2.2', Failure::SameNumber],
]);

it('blames the code that called what is not there, and what it was asked of', function (): void {
    $found = Logs::diagnosed(
        Logs::said('error', "java.lang.NoSuchMethodError: 'void oakum.sky.Layers.mist(float)'").
            "    at fog.Bank.raise(Bank.java:77)\n    at oakum.boot.Stage.run(Stage.java:31)\n".
            Logs::said('info ', 'stopping'),
    )[0];
    expect($found->kind)
        ->toBe(Failure::MissingMember)
        ->and($found->suspects)
        ->toBe(['fogbank'])
        ->and($found->get('target'))
        ->toBe('oakum-api')
        ->and($found->get('member'))
        ->toBe('mist')
        ->and($found->sure)
        ->toBe(Sureness::Certain)
        ->and(array_map(fn ($line) => $line->number, $found->quotes))
        ->toBe([1, 2, 3])
        ->and(advice(planned(), ['fogbank' => '2.1.0', 'oakum-api' => '1.4.2'])->sentence($found))
        ->toBe('Fogbank Weather 2.1.0 asks Oakum API for mist, which it does not have in this release. This instance has 1.4.2.')
        ->and(array_keys(remedied($found, planned(), ['fogbank' => '2.1.0', 'oakum-api' => '1.4.2'])))
        ->toBe(['Use Oakum API 1.6.0', 'Use Fogbank Weather 2.0.3', 'Use Mist in place of Fogbank Weather', 'Turn Fogbank Weather off']);
});

it('looks through the game\'s own frames and the runtime\'s for the first that is a mod\'s', function (): void {
    $found = Logs::diagnosed(
        Logs::said('error', 'java.lang.IllegalStateException: no').
            "    at java.base/java.util.ArrayList.get(ArrayList.java:427)\n    at ferry.world.World.tick(World.java:9)\n    at ".
            "fog.Bank.raise(Bank.java:77)\n",
    );
    expect($found[0]->suspects)
        ->toBe(['fogbank'])
        ->and($found[0]->sure)
        ->toBe(Sureness::Likely)
        ->and($found[0]->why)
        ->toContain('called what failed');
    // With no mod in the trace, and none being started, it is told and nobody is blamed.
    $alone = Logs::diagnosed(Logs::said('error', 'java.lang.IllegalStateException: no')."    at ferry.world.World.tick(World.java:9)\n");
    expect($alone)
        ->toHaveCount(1)
        ->and($alone[0]->suspects)
        ->toBe([])
        ->and((new Telling(Logs::game(), new MemoryCatalogue(packages()), null, []))->sentence($alone[0]))
        ->toBe('The game failed: no.');
});

it('believes a cause more than what it caused', function (): void {
    $found = Logs::diagnosed(
        Logs::said('error', 'java.lang.RuntimeException: could not start').
            "    at ferry.loader.Starter.run(Starter.java:1)\nCaused by: java.lang.NoSuchFieldError: DEPTH\n    at ".
            "fog.Bank.raise(Bank.java:77)\n    ... 12 more\n",
    );
    expect($found)
        ->toHaveCount(1)
        ->and($found[0]->kind)
        ->toBe(Failure::MissingMember)
        ->and($found[0]->suspects)
        ->toBe(['fogbank']);
});

it('blames what was being started when nothing else says whose fault it is, and says that it guesses', function (): void {
    $log =
        Logs::said('info ', '1 of 2  oakum-api 1.4.2 starting', '1 of 2  oakum-api 1.4.2 ready in 3 ms', '2 of 2  fogbank 2.1.0 starting').
        Logs::said('error', 'java.lang.IllegalStateException: no').
        "    at ferry.world.World.tick(World.java:9)\n";
    expect(Logs::diagnosed($log)[0]->suspects)
        ->toBe(['fogbank'])
        ->and(Logs::diagnosed($log)[0]->sure)
        ->toBe(Sureness::Guess);
});

it('does not blame whoever was at work when the memory was full', function (): void {
    $found = Logs::diagnosed(
        Logs::said('error', 'java.lang.OutOfMemoryError: Java heap space')."    at fog.Bank.raise(Bank.java:77)\n",
    )[0];
    expect($found->kind)
        ->toBe(Failure::OutOfMemory)
        ->and($found->suspects)
        ->toBe([])
        ->and(array_map(fn (Plan $plan): int => $plan->base->memory, remedied($found, planned(), ['fogbank' => '2.1.0'])))
        ->toBe(['Give it 4 GB' => 4096]);
});

it('tells one failure once, however often a log repeats it, and no more than a person can read', function (): void {
    $one =
        Logs::said('error', "java.lang.NoSuchMethodError: 'void oakum.sky.Layers.mist(float)'")."    at fog.Bank.raise(Bank.java:77)\n";
    expect(Logs::diagnosed(str_repeat($one, 50)))
        ->toHaveCount(1)
        ->and(
            count(
                Logs::diagnosed(
                    implode(
                        '',
                        array_map(
                            fn (int $i): string => Logs::said('error', "fogbank 2.1.0 asks for lib-{$i} *; there is none"),
                            range(1, 200),
                        ),
                    ),
                ),
            ),
        )
        ->toBeLessThanOrEqual(20);
});

it('reads .NET\'s wordings and traces', function (string $log, Failure $kind, array $suspects, string $target): void {
    $found = Logs::diagnosed($log, 'nightpost', 'dotnet')[0];
    expect($found->kind)->toBe($kind)->and($found->suspects)->toBe($suspects)->and($found->get('target'))->toBe($target);
})->with([
    // Wordings: from memory of .NET's resources; no .NET is there to ask.
    [
        "Unhandled exception. System.MissingMethodException: Method not found: 'Void WaxAndSeal.Stamp.Emboss(Int32)'.\n   at ".
        "Franking.Plugin.Start()\n   at Nightpost.Loader.Starter.Run()\n",
        Failure::MissingMember,
        ['franking'],
        'wax-and-seal',
    ],
    [
        "Unhandled exception. System.IO.FileNotFoundException: Could not load file or assembly 'Albums, Version=1.0.0.0, Culture=neutral, ".
        "PublicKeyToken=null'. The system cannot find the file specified.\n   at Franking.Plugin.Start()\n",
        Failure::MissingAssembly,
        ['franking'],
        '',
    ],
    [
        "System.IO.FileLoadException: Could not load file or assembly 'WaxAndSeal, Version=3.0.0.0, Culture=neutral, ".
        "PublicKeyToken=null'. The located assembly's manifest definition does not match the assembly reference. (0x80131040)\n   at ".
        "Franking.Plugin.Start()\n",
        Failure::WrongAssembly,
        ['franking'],
        'wax-and-seal',
    ],
    [
        "You must install or update .NET to run this application.\n\nApp: Nightpost.dll\nArchitecture: x64\nFramework: ".
        "'Microsoft.NETCore.App', version '8.0.0' (x64)\n",
        Failure::RuntimeTooOld,
        ['nightpost'],
        '',
    ],
    [
        "Unhandled exception. System.NullReferenceException: Object reference not set to an instance of an object.\n   at ".
        "Nightpost.Registry.Get(String)\n   at Franking.Plugin.Fetch()\n",
        Failure::Crash,
        ['franking'],
        '',
    ],
    ["Out of memory.\n", Failure::OutOfMemory, [], ''],
]);

it('advises what satisfies the one that complains', function (): void {
    $build = Logs::diagnosed(Logs::said('error', 'fogbank 2.1.0 asks for halyard >=0.16.9 <0.17.0; found 0.16.4'))[0];
    expect(advice(planned(), ['fogbank' => '2.1.0'])->sentence($build))
        ->toBe('Fogbank Weather 2.1.0 needs Halyard 0.16.9 or newer and below 0.17.0. This instance has 0.16.4.')
        ->and(remedied($build, planned(), ['fogbank' => '2.1.0'])['Use Halyard 0.16.9']->base->loaderVersion)
        ->toBe('0.16.9');
    $missing = Logs::diagnosed(Logs::said('error', 'fogbank 2.1.0 asks for oakum-api >=1.4; there is none'))[0];
    expect(remedied($missing, planned(), ['fogbank' => '2.1.0', 'oakum-api' => '1.6.0'])['Put back the file of Oakum API']->once->putBack)
        ->toBeTrue()
        ->and(remedied($missing, planned(), ['fogbank' => '2.1.0'])['Add Oakum API']->rangeOf('oakum-api'))
        ->toBe('>=1.4');
    // The Java Virtual Machine Specification, table 4.1-A: major version 61 is Java SE 17.
    $old = Logs::diagnosed(
        "Error: LinkageError occurred while loading main class ferry.Main\n\tjava.lang.UnsupportedClassVersionError: ferry/Main has been ".
        'compiled by a more recent version of the Java Runtime (class file version 61.0), this version of the Java Runtime only '.
        "recognizes class file versions up to 52.0\n",
    )[0];
    expect(advice(planned('8'), [])->sentence($old))
        ->toBe('Ferrywright needs Java 17 or newer. It was started on 8.')
        ->and(remedied($old, planned('8'), [])['Use Java 21']->base->runtimeVersion)
        ->toBe('21');
});

it('offers no remedy that would not lead to a line-up', function (): void {
    $found = Logs::diagnosed(Logs::said('error', 'fogbank 2.1.0 asks for nowhere >=1.4; there is none'))[0];
    expect(array_keys(remedied($found, planned(), ['fogbank' => '2.1.0'])))->not->toContain('Add nowhere');
});

it('tells a log without an instance in words of its own', function (): void {
    $telling = new Telling(Logs::game(), new MemoryCatalogue(packages()), null, []);
    expect($telling->sentence(Logs::diagnosed(Logs::said('error', 'fogbank 2.1.0 asks for oakum-api >=1.4; there is none'))[0]))->toBe(
        'Fogbank Weather 2.1.0 needs Oakum API 1.4 or newer, which is not in the line-up.',
    );
});

it('follows the phases and the start of each mod', function (): void {
    $line = fn (string $at, string $logger, string $message): string => "00:{$at} main     info  {$logger}     {$message}\n";
    $log =
        $line('00.000', 'runtime', 'java 17').
        $line('00.500', 'archives', 'reading').
        $line('01.000', 'start', 'starting').
        $line('01.000', 'loader', '1 of 2  oakum-api 1.4.2 starting').
        $line('01.250', 'loader', '1 of 2  oakum-api 1.4.2 ready in 250 ms').
        $line('01.300', 'loader', '2 of 2  fogbank 2.1.0 starting').
        $line('02.000', 'other', 'end');
    $course = Course::of(Logs::game()->log, (new LogReader(Logs::game()->log))->lines($log));
    expect(array_map(fn ($phase): array => [$phase->name, $phase->begin, $phase->end], $course->phases()))
        ->toBe([['Runtime', 0.0, 0.5], ['Archives read', 0.5, 1.0], ['Mods started', 1.0, null]])
        ->and($course->starts()[0]->end)
        ->toBe(1.25)
        ->and($course->pending()?->name)
        ->toBe('fogbank')
        ->and($course->end())
        ->toBe(2.0);
});

it('says exit codes in words', function (int $code, string $words): void {
    // 128 and a signal's number: POSIX.1-2017, Shell and Utilities, 2.8.2, leaves the number above 128 open; that it is 128 + n is common
    // practice.
    expect(ExitCode::words($code))->toContain($words);
})->with([
    [0, 'by itself'],
    [1, 'stopped itself'],
    [134, 'SIGABRT'],
    [137, 'memory'],
    [139, 'SIGSEGV'],
    [131, 'signal 3'],
    [-1, 'never ran'],
    [77, 'does not say'],
]);

it('finds a thread that died worth a look where the game went on, and nothing else', function (): void {
    $definition = Logs::game();
    $log =
        "Exception in thread \"Tides-2\" java.lang.NullPointerException: no tide\n\tat fog.Tides.run(Tides.java:9)\n\tat ".
        "java.base/java.lang.Thread.run(Thread.java:840)\n".
        Logs::said('info', 'the ferry is up').
        Logs::said('warn', 'No lamp today: java.lang.IllegalStateException: dark');
    $diagnosing = new Diagnosing($definition->log, $definition->platform, Logs::holders(), 'ferrywright');
    expect($diagnosing->of((new LogReader($definition->log))->lines($log), false))
        ->toBe([])
        ->and(array_map(fn ($one): array => $one->suspects, $diagnosing->worries()))
        ->toBe([['fogbank']]);
});

it('reads a game\'s own wordings where no line of its log says how serious it is', function (): void {
    $game = GameDefinition::read((string) file_get_contents(__DIR__.'/../../../docs/formats/examples/scripts/game.json'));
    $said = "you're missing tlib. See install instructions at /x/live/pack/mods/start/snipmate/README.md\nevery script was run\n";
    $lines = [new LogLine(1, '', '', null, '', explode("\n", $said)[0]), new LogLine(2, '', '', null, '', explode("\n", $said)[1])];
    $diagnosing = fn (): Diagnosing => new Diagnosing($game->log, $game->platform, Holders::nobody(), $game->id);
    $of = fn (?bool $hasFailed): array => $diagnosing()->of($lines, $hasFailed);
    expect($of(true)[0]->kind)
        ->toBe(Failure::Missing)
        ->and($of(true)[0]->get('target'))
        ->toBe('tlib')
        // A launch that came up all the same got over it.
        ->and($of(false))
        ->toBe([]);
});
