<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\CompactForm;
use Stasimon\Core\Catalogue\QuickReader;
use Stasimon\Core\Document\Node;

/** A package with everything that the format knows. */
function fullPackage(): array
{
    return [
        'id' => 'fogbank',
        'kind' => 'mod',
        'name' => 'Fogbank',
        'scheme' => 'semver',
        'syntax' => 'comparator',
        'understudies' => ['mist'],
        'releases' => [
            [
                'version' => '2.0.0',
                'channel' => 'beta',
                'published' => '2031-01-01T00:00:00Z',
                'needs' => [['id' => 'z-lib', 'range' => '>=1'], ['anyOf' => [['id' => 'halyard'], ['id' => 'capstan', 'range' => '<50']]]],
                'extends' => [['id' => 'z-lib', 'range' => '>=1'], ['id' => 'base']],
                'suggests' => [['id' => 'mist']],
                'breaks' => [['id' => 'sun', 'range' => '*', 'why' => 'too bright']],
                'provides' => [['id' => 'fog', 'version' => '2.0.0']],
                'replaces' => [['path' => 'scripts/old/'], ['id' => 'mist', 'range' => '<1']],
            ],
            ['version' => '1.0.0', 'needs' => [['id' => 'a-lib']]],
        ],
    ];
}

it('reads what the careful reader reads', function (): void {
    $document = (string) json_encode(fullPackage());
    $careful = (new CatalogueReader())->carefully(Node::ofJson($document));
    $compact = CompactForm::write($careful);
    foreach ([(new QuickReader())->package(Node::objectOf($document)), (new CompactForm())->read($compact)] as $quick) {
        expect($quick?->timeline->texts())->toBe(['1.0.0', '2.0.0']);
        foreach ($careful->releases as $position => $release) {
            expect($quick->releases[$position]->needs())->toEqual($release->needs());
            foreach (['version', 'channel', 'suggests', 'breaks', 'provides', 'published', 'replaces'] as $field) {
                expect($quick->releases[$position]->{$field})->toEqual($release->{$field});
            }
        }
        expect([$quick->id, $quick->kind, $quick->name, $quick->understudies])->toBe([
            $careful->id,
            $careful->kind,
            $careful->name,
            $careful->understudies,
        ]);
    }
});

it('leaves what is wrong to the careful reader, which refuses it', function (Closure $spoil): void {
    $package = fullPackage();
    $spoil($package);
    $document = (string) json_encode($package);
    expect((new QuickReader())->package(Node::objectOf($document)))
        ->toBeNull()
        ->and(fn () => (new CatalogueReader())->package(Node::ofJson($document)))
        ->toThrow(Stasimon\Core\Document\UnusableDocument::class);
})->with([
    [fn (array &$p) => ($p['id'] = 'Not An Id')],
    [
        function (array &$p): void {
            unset($p['id']);
        },
    ],
    [fn (array &$p) => ($p['kind'] = 'boat')],
    [fn (array &$p) => ($p['scheme'] = 7)],
    [fn (array &$p) => ($p['releases'] = 'none')],
    [fn (array &$p) => ($p['releases'][] = 'x')],
    [fn (array &$p) => ($p['releases'][1]['version'] = '2.0.0')],
    [fn (array &$p) => ($p['releases'][0]['version'] = 'not a version')],
    [fn (array &$p) => ($p['releases'][0]['version'] = '')],
    [fn (array &$p) => ($p['releases'][0]['channel'] = 'gamma')],
    [fn (array &$p) => ($p['releases'][0]['needs'] = ['halyard'])],
    [fn (array &$p) => ($p['releases'][0]['needs'][0]['id'] = '../etc')],
    [fn (array &$p) => ($p['releases'][0]['needs'][0]['range'] = 5)],
    [fn (array &$p) => ($p['releases'][0]['needs'][1]['anyOf'] = [])],
    [fn (array &$p) => ($p['releases'][0]['extends'] = [['id' => '../x']])],
    [fn (array &$p) => ($p['releases'][0]['extends'] = 'base')],
    [fn (array &$p) => ($p['releases'][0]['replaces'] = [['path' => '../x']])],
    [fn (array &$p) => ($p['releases'][0]['replaces'] = [['range' => '*']])],
    [fn (array &$p) => ($p['releases'][0]['breaks'] = 'all')],
    [fn (array &$p) => ($p['releases'][0]['provides'][0]['version'] = null)],
    [fn (array &$p) => ($p['understudies'] = ['?'])],
    [fn (array &$p) => ($p['name'] = ['x'])],
]);

it('leaves out releases whose needs cannot be met, unless none would be left', function (): void {
    $compact = CompactForm::write((new CatalogueReader())->package(Node::ofJson((string) json_encode(fullPackage()))));
    $versions = fn (callable $meets): array => (new CompactForm())->read($compact, $meets)->timeline->texts();
    // What is extended has to be there as well.
    expect($versions(fn (string $id): bool => $id !== 'base'))->toBe(['1.0.0']);
    expect($versions(fn (string $id, string $range): bool => $id !== 'a-lib'))
        ->toBe(['2.0.0'])
        ->and($versions(fn (string $id, string $range): bool => "{$id} {$range}" !== 'z-lib >=1'))
        ->toBe(['1.0.0'])
        ->and($versions(fn (): bool => false))
        ->toBe(['1.0.0', '2.0.0'])
        ->and($versions(fn (string $id): bool => $id !== 'halyard'))
        ->toBe(['1.0.0', '2.0.0']);
});
