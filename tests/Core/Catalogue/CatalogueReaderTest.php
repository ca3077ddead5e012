<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Catalogue\TextCatalogue;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Resolve\RequestReader;

/** @param  array<string, mixed>  ...$packages */
function catalogueJson(array ...$packages): string
{
    return json_encode(['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $packages], JSON_THROW_ON_ERROR);
}

it('points to what is wrong, read at once or opened', function (string $json, string $pointer, string $reason): void {
    foreach (['read', 'open'] as $how) {
        try {
            (new CatalogueReader())->{$how}($json);
        } catch (UnusableDocument $failure) {
            expect($failure->pointer)->toBe($pointer)->and($failure->getMessage())->toContain($reason);

            continue;
        }
        $this->fail('It was read.');
    }
})->with([
    'not JSON' => ['{', '', 'not JSON'],
    'another format' => ['{"format": "else", "revision": 1}', '/format', 'is expected'],
    'another revision' => ['{"format": "stasimon/catalogue", "revision": 2}', '/revision', 'revision 1'],
    'no packages' => ['{"format": "stasimon/catalogue", "revision": 1}', '', '"packages" is missing'],
    'an id with a space' => [catalogueJson(['id' => 'a b', 'kind' => 'mod', 'releases' => []]), '/packages/0/id', 'not an id'],
    'an unknown kind' => [catalogueJson(['id' => 'a', 'kind' => 'planet', 'releases' => []]), '/packages/0/kind', 'not one of game'],
    'an id twice' => [
        catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => []], ['id' => 'a', 'kind' => 'mod', 'releases' => []]),
        '/packages/1/id',
        'twice',
    ],
    'a version twice' => [
        catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0'], ['version' => '1.0']]]),
        '/packages/0/releases/1/version',
        'twice',
    ],
    'a bad version' => [
        catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => 'new']]]),
        '/packages/0/releases/0/version',
        'not a version',
    ],
    'a bad range' => [
        catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'needs' => [['id' => 'a', 'range' => '>=x!']]]]]),
        '/packages/0/releases/0/needs/0/range',
        'expected at character',
    ],
    'a bad range in an alternative' => [
        catalogueJson([
            'id' => 'a',
            'kind' => 'mod',
            'releases' => [['version' => '1.0', 'needs' => [['anyOf' => [['id' => 'a'], ['id' => 'a', 'range' => '!']]]]]],
        ]),
        '/packages/0/releases/0/needs/0/anyOf/1/range',
        'expected at character',
    ],
    'no alternatives' => [
        catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'needs' => [['anyOf' => []]]]]]),
        '/packages/0/releases/0/needs/0/anyOf',
        'at least one',
    ],
    'a label that does not exist, of what comes later' => [
        catalogueJson(
            ['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'needs' => [['id' => 'g', 'range' => '=2']]]]],
            ['id' => 'g', 'kind' => 'game', 'scheme' => 'sequence', 'releases' => [['version' => '1']]],
        ),
        '/packages/0/releases/0/needs/0/range',
        'not one of the versions',
    ],
    'a label that does not exist' => [
        catalogueJson(
            ['id' => 'g', 'kind' => 'game', 'scheme' => 'sequence', 'releases' => [['version' => '1']]],
            ['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'breaks' => [['id' => 'g', 'range' => '2']]]]],
        ),
        '/packages/1/releases/0/breaks/0/range',
        'not one of the versions',
    ],
    'a provided version that is none' => [
        catalogueJson([
            'id' => 'a',
            'kind' => 'mod',
            'releases' => [['version' => '1.0', 'provides' => [['id' => 'b', 'version' => 'x']]]],
        ]),
        '/packages/0/releases/0/provides/0/version',
        'not a version',
    ],
]);

it('opens what it reads: the same packages and the same providers, whatever the order of the fields and however long', function (): void {
    $packages = [
        [
            'id' => 'a',
            'kind' => 'mod',
            'name' => '}]"{[\\',
            'releases' => [
                [
                    'version' => '1.0',
                    'needs' => [['id' => 'g', 'range' => '=2'], ['anyOf' => [['id' => 'b'], ['id' => 'c', 'range' => '<2']]]],
                    'provides' => [['id' => 'b', 'version' => '3.0']],
                ],
            ],
        ],
        ['id' => 'g', 'kind' => 'game', 'scheme' => 'sequence', 'releases' => [['version' => '1'], ['version' => '2']]],
        // Longer than what is looked at at a time.
        ...array_map(
            fn (int $n): array => [
                'id' => "n{$n}",
                'kind' => 'library',
                'name' => str_repeat('ä', 400),
                'releases' => [['version' => '0.1', 'provides' => [['id' => 'b', 'version' => '1.0']]]],
            ],
            range(1, 1500),
        ),
    ];
    $json = (string) json_encode(
        ['packages' => $packages, 'revision' => 1, 'more' => [1, 'x'], 'format' => 'stasimon/catalogue'],
        JSON_UNESCAPED_UNICODE | JSON_PRETTY_PRINT,
    );
    [$opened, $read] = [(new CatalogueReader())->open($json), (new CatalogueReader())->read($json)];
    expect($opened)
        ->toBeInstanceOf(TextCatalogue::class)
        ->and(strlen($json))
        ->toBeGreaterThan(1 << 20)
        ->and($opened->providersOf('b'))
        ->toEqual($read->providersOf('b'))
        ->and(count($opened->providersOf('b')))
        ->toBe(1501)
        ->and($opened->package('b'))
        ->toBeNull();
    foreach (['a', 'g', 'n1', 'n777', 'n1500'] as $id) {
        expect($opened->package($id)?->name)
            ->toBe($read->package($id)?->name)
            ->and($opened->package($id)?->timeline->texts())
            ->toBe($read->package($id)?->timeline->texts())
            ->and($opened->package($id)?->releases[0]->needs())
            ->toEqual($read->package($id)?->releases[0]->needs())
            ->and($opened->package($id))
            ->toBe($opened->package($id));
    }
});

it('points into a request as well', function (array $fields, string $pointer): void {
    $json = json_encode(['format' => 'stasimon/request', 'revision' => 1] + $fields, JSON_THROW_ON_ERROR);
    try {
        (new RequestReader())->read($json, new MemoryCatalogue([]));
    } catch (UnusableDocument $failure) {
        expect($failure->pointer)->toBe($pointer);

        return;
    }
    $this->fail('It was read.');
})->with([
    [['want' => 'fogbank'], '/want'],
    [['want' => [['range' => '*']]], '/want/0'],
    [['want' => [['id' => 'a', 'range' => '>>1']]], '/want/0/range'],
    [['want' => [], 'channels' => ['a' => 'nightly']], '/channels/a'],
    [['want' => [], 'policy' => 'best'], '/policy'],
    [['want' => [], 'waive' => [['id' => 'a', 'version' => '1', 'relation' => 'likes', 'target' => 'b']]], '/waive/0/relation'],
]);

it('keeps unknown fields out of the way', function (): void {
    $catalogue = (new CatalogueReader())->read(
        catalogueJson(['id' => 'a', 'kind' => 'mod', 'mood' => 'good', 'releases' => [['version' => '1.0', 'colour' => 'blue']]]),
    );
    expect($catalogue->package('a')?->releases)->toHaveCount(1);
});
