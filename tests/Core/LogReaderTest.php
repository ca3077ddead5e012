<?php

declare(strict_types=1);

use Stasimon\Core\Base\Plan;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Catalogue\Node;
use Stasimon\Core\Rehearse\Advice;
use Stasimon\Core\Rehearse\Diagnosis;
use Stasimon\Core\Rehearse\Failure;
use Stasimon\Core\Rehearse\LogReader;
use Stasimon\Core\Resolve\Want;

/** @return list<Diagnosis> */
function diagnosed(string ...$messages): array
{
    $reader = new LogReader(definition());
    $log = implode("\n", array_map(fn (string $message): string => "00:00.048 main     error loader     {$message}", $messages));

    return $reader->diagnose($reader->lines($log));
}

function advice(Plan $plan, array $lineUp): Advice
{
    $packages = array_map(fn (array $document) => (new CatalogueReader)->package(Node::ofJson(json_encode($document, JSON_THROW_ON_ERROR))), [
        ['id' => 'halyard', 'kind' => 'loader', 'name' => 'Halyard', 'releases' => [
            ['version' => '0.16.4', 'needs' => [['id' => 'ferrywright', 'range' => '>=3.2.0']]],
            ['version' => '0.16.9', 'needs' => [['id' => 'ferrywright', 'range' => '>=3.2.0']]],
        ]],
        ['id' => 'oakum-api', 'kind' => 'library', 'name' => 'Oakum API', 'releases' => [['version' => '1.4.2'], ['version' => '1.6.0']]],
        ['id' => 'fogbank', 'kind' => 'mod', 'name' => 'Fogbank Weather', 'releases' => [['version' => '2.1.0']]],
    ]);

    return new Advice(definition(), new MemoryCatalogue([...definition()->packages(), ...$packages]), $plan, $lineUp);
}

function planned(string $runtime = '17'): Plan
{
    return new Plan('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', $runtime, 2048, [new Want('fogbank')]);
}

it('reads lines in the game\'s form and keeps the others', function (): void {
    $lines = (new LogReader(definition()))->lines("00:00.048 main     warn  loader     low on rope\r\n\tat somewhere\n\xff\xfe\n");
    expect($lines)->toHaveCount(3)->and($lines[0]->level)->toBe('warn')->and($lines[0]->message)->toBe('low on rope')
        ->and($lines[1]->level)->toBe('text')->and($lines[2]->number)->toBe(3)->and((new LogReader(definition()))->lines(''))->toBe([]);
});

it('tells failures apart', function (string $message, Failure $kind): void {
    expect(diagnosed($message)[0]->kind)->toBe($kind);
})->with([
    ['ferrywright 3.2.1 is built to class level 61; java 8 reads up to 52', Failure::RuntimeTooOld],
    ['fogbank 2.1.0 asks for oakum-api >=1.4; there is none', Failure::Missing],
    ['fogbank 2.1.0 asks for halyard >=0.16.9; found 0.16.4', Failure::WrongVersion],
    ['slick-hull 0.8.0 refuses to run beside clear-wake 1.2.0', Failure::Excluded],
    ['fogbank is there more than once: mods/a.zip, mods/b.zip', Failure::Duplicate],
    ['cannot read mods/a.zip: not an archive, or cut short', Failure::Unreadable],
    ['rope 7.1.0 is made for capstan, not for halyard', Failure::WrongLoader],
    ['out of memory: 2300 MB asked for, 2048 MB given', Failure::OutOfMemory],
]);

it('is not misled by the same words at another level', function (): void {
    $reader = new LogReader(definition());
    expect($reader->diagnose($reader->lines('00:00.048 main     info  loader     a 1.0 asks for b *; there is none')))->toBe([]);
});

it('advises a loader build that satisfies the one that complains', function (): void {
    $diagnosis = diagnosed('fogbank 2.1.0 asks for halyard >=0.16.9 <0.17.0; found 0.16.4')[0];
    $advice = advice(planned(), ['fogbank' => '2.1.0']);
    expect($advice->sentence($diagnosis))->toBe('Fogbank Weather 2.1.0 needs Halyard 0.16.9 or newer and below 0.17.0. This instance has 0.16.4.')
        ->and($advice->remedies($diagnosis)[0]->text)->toBe('Use Halyard 0.16.9')
        ->and($advice->remedies($diagnosis)[0]->plan->loaderVersion)->toBe('0.16.9');
});

it('puts back a file that is in the line-up, and adds a library that is not', function (): void {
    $diagnosis = diagnosed('fogbank 2.1.0 asks for oakum-api >=1.4; there is none')[0];
    $there = advice(planned(), ['fogbank' => '2.1.0', 'oakum-api' => '1.6.0']);
    expect($there->sentence($diagnosis))->toContain('its file is not in the instance')->and($there->remedies($diagnosis)[0]->plan->putBack)->toBeTrue();
    $added = advice(planned(), ['fogbank' => '2.1.0'])->remedies($diagnosis)[0]->plan;
    expect($added->wants('oakum-api'))->toBeTrue()->and($added->wants[1]->range)->toBe('>=1.4');
});

it('advises a runtime that reads the classes', function (): void {
    // The Java Virtual Machine Specification, table 4.1-A: major version 61 is Java SE 17.
    $diagnosis = diagnosed('ferrywright 3.2.1 is built to class level 61; java 8 reads up to 52')[0];
    $advice = advice(planned('8'), []);
    expect($advice->sentence($diagnosis))->toContain('needs Java 17 or newer')->and($advice->remedies($diagnosis)[0]->plan->runtimeVersion)->toBe('21');
});

it('advises enough memory', function (): void {
    $diagnosis = diagnosed('out of memory: 2300 MB asked for, 2048 MB given')[0];
    expect(advice(planned(), [])->remedies($diagnosis)[0]->plan->memory)->toBe(4096);
});
