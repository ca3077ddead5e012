<?php

declare(strict_types=1);

// What is looked at quickly is judged by the careful reader, which reads every field by itself.

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\TextCatalogue;
use Stasimon\Core\Document\UnusableDocument;

/** @return array<string, mixed> a catalogue with little in it that is out of the way */
function plainCatalogue(): array
{
    return ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => [
        ['id' => 'game', 'kind' => 'game', 'scheme' => 'sequence', 'releases' => [['version' => 'one'], ['version' => 'two']]],
        ['id' => 'a', 'kind' => 'mod', 'releases' => [
            ['version' => '1.0.0', 'needs' => [['id' => 'b', 'range' => '>=1.0'], ['id' => 'game', 'range' => '>=one']]],
            ['version' => '1.1.0', 'channel' => 'beta', 'needs' => [['anyOf' => [['id' => 'b'], ['id' => 'c', 'range' => '<2']]]]],
        ]],
        ['id' => 'b', 'kind' => 'library', 'scheme' => 'maven', 'syntax' => 'interval', 'name' => 'Bee', 'releases' => [
            ['version' => '1', 'published' => '2031-01-01T00:00:00Z', 'suggests' => [['id' => 'c', 'range' => '[1,2)']], 'avoid' => false],
        ]],
        ['id' => 'c', 'kind' => 'mod', 'releases' => [
            ['version' => '1.0.0', 'provides' => [['id' => 'b', 'version' => '1.0']], 'breaks' => [['id' => 'a', 'range' => '<1']]],
        ]],
    ]];
}

it('takes nothing that the careful reader refuses, whatever is wrong in it', function (): void {
    $dice = new Randomizer(new Mt19937(33));
    $odd = ['', 'x', '../x', 'one', '1.0.0', '[1,2', '>=nothing', 7, true, null, [], new stdClass(), ['id' => 'b'], 'osgi'];
    $spoil = function (array &$at) use (&$spoil, $dice, $odd): void {
        $key = array_keys($at === [] ? ['version' => 1] : $at)[$dice->getInt(0, max(0, count($at) - 1))];
        if (is_array($at[$key] ?? null) && $at[$key] !== [] && $dice->getInt(0, 4) > 0) {
            $spoil($at[$key]);
        } elseif ($dice->getInt(0, 3) === 0) {
            unset($at[$key]);
            $at = $dice->getInt(0, 1) === 0 && is_int($key) ? array_values($at) : $at;
        } else {
            $at[$key] = $odd[$dice->getInt(0, count($odd) - 1)];
        }
    };
    $taken = $refused = 0;
    for ($case = 0; $case < (int) (getenv('STASIMON_CASES') ?: 3_000); $case++) {
        $catalogue = plainCatalogue();
        for ($turn = $dice->getInt(1, 2); $turn > 0; $turn--) {
            $spoil($catalogue['packages'][$dice->getInt(0, 3)]['releases'][0]);
        }
        $json = json_encode($catalogue, $dice->getInt(0, 1) === 0 ? JSON_THROW_ON_ERROR : JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR);
        try {
            $read = (new CatalogueReader())->read($json);
        } catch (UnusableDocument) {
            $read = null;
        }
        $quick = TextCatalogue::of($json);
        if ($read === null) {
            $refused++;
            expect($quick)->toBeNull($json);
        } elseif ($quick !== null) {
            $taken++;
            foreach (['a', 'b', 'c', 'game'] as $id) {
                expect($quick->package($id)?->timeline->texts())->toBe($read->package($id)?->timeline->texts(), $json)
                    ->and($quick->providersOf($id))->toEqual($read->providersOf($id), $json);
            }
        }
    }
    expect($refused)->toBeGreaterThan(intdiv($case, 12))->and($taken)->toBeGreaterThan(intdiv($case, 12));
});

it('need not look through a document a second time, and trusts nothing that was kept of another one', function (): void {
    $json = (string) json_encode(plainCatalogue());
    $first = TextCatalogue::of($json);
    $kept = $first->compiled();
    $again = TextCatalogue::ofCompiled($json, $kept);
    foreach (['a', 'b', 'c', 'game', 'none'] as $id) {
        expect($again->package($id))->toEqual($first->package($id))->and($again->providersOf($id))->toEqual($first->providersOf($id));
    }
    $other = str_replace('1.1.0', '1.2.0', $json);
    foreach ([$kept.'x', substr($kept, 0, -1), '', strtr($kept, ['"a"' => '"b"']), TextCatalogue::of($other)->compiled()] as $wrong) {
        expect(TextCatalogue::ofCompiled($json, $wrong))->toBeNull();
    }
    expect(TextCatalogue::ofCompiled($other, $kept))->toBeNull();
});
