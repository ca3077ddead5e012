<?php

declare(strict_types=1);

// What counts is how a launch ended, and whether it went on after a line. Wordings as Java 17 and Python 3.11 print them.

use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Log\LogReader;
use Tests\Support\Logs;

/** @return list<Diagnosis> */
function ended(string $log, ?bool $hasFailed = null, string $platform = 'java'): array
{
    $definition = Logs::game('ferrywright', $platform);

    return (new Diagnosing($definition->log, $definition->platform, Holders::nobody(), 'ferrywright'))->of(
        (new LogReader($definition->log))->lines($log),
        $hasFailed,
    );
}

it('tells of each of several failures of one kind', function (): void {
    $found = ended(
        "Exception in thread \"main\" java.lang.NoClassDefFoundError: tide/Clock\n\tat pier.Main.main(Main.java:3)\nException in thread ".
        "\"loader\" java.lang.NoClassDefFoundError: gull/Wing\n\tat pier.Load.run(Load.java:9)\n",
        true,
    );
    expect(array_map(fn (Diagnosis $one): string => $one->quotes[0]->message, $found))->toHaveCount(2);
});

it('quotes what a launch ended with, not what it got over before', function (): void {
    $trace = "\tat tide.Clock.read(Clock.java:7)\n\tat pier.Main.main(Main.java:3)\n";
    $log = "java.lang.NullPointerException: no hands\n{$trace}Reading it anew.\nLoading 12 of 40\nException in thread \"main\" ".
        "java.lang.NullPointerException: no face\n{$trace}";
    foreach ([null, true] as $hasFailed) {
        [$found] = ended($log, $hasFailed);
        expect($found->line())->toBe(6)->and($found->kind)->toBe(Failure::Crash);
    }
});

it('takes no sentence for a level, and no speech for what happened', function (string $log): void {
    expect(ended($log))->toBe([]);
})->with([
    "Colours are on. \nERROR is shown in red\njava.io.IOException: no wind\n\tat sail.Mast.up(Mast.java:4)\nTrying the oars.\nRowing.\n",
    "The harbour is open\n<eve> java.lang.OutOfMemoryError: Java heap space\n<bob> lol\n",
    "The harbour is open\n[CHAT] eve: Exception in thread \"main\" java.lang.IllegalStateException\n",
    "Looking for oars\njava.lang.ClassNotFoundException: oars.Extra\n\tat pier.Main.main(Main.java:3)\nNo oars, sailing instead.\nUp.\n",
]);

it('hears a farewell for what it is, and further work for what that is', function (): void {
    $trace = "Traceback (most recent call last):\n  File \"/srv/pier.py\", line 3, in <module>\n    main()\nValueError: no tide\n";
    foreach (['Bye', 'Saved.', 'Goodbye, sailor!', '--- done ---', 'Cleaning up'] as $word) {
        expect(ended("Up\n{$trace}{$word}\n", platform: 'python'))->toHaveCount(1, $word);
    }
    expect(ended("Up\n{$trace}Loading the second pier\nReady\n", platform: 'python'))->toBe([]);
});

it('goes by levels where lines have them', function (): void {
    expect(ended("INFO  Loading\nERROR is the tide in? java.lang.IllegalStateException: no\nERROR the tide is out\n", true))
        ->toHaveCount(1)
        ->and(ended("ERROR: java.lang.IllegalStateException: no tide\n\tat pier.Main.main(Main.java:3)\n"))
        ->toHaveCount(1);
});
