<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\CompactForm;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Explain\ResolutionWriter;
use Stasimon\Core\Resolve\RequestReader;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Tests\Support\Generated;

it('loses nothing: what is resolved from it is what is resolved from the catalogue', function (int $seed): void {
    $case = Generated::case($seed);
    $catalogue = (new CatalogueReader())->read((string) json_encode($case['catalogue']));
    $packages = [];
    foreach ($case['catalogue']['packages'] as $document) {
        $compact = CompactForm::write($catalogue->package($document['id']) ?? throw new RuntimeException('It is not there.'));
        expect(CompactForm::is($compact))->toBeTrue();
        $package = (new CompactForm())->read($compact);
        $packages[$package->id] = $package;
        expect(CompactForm::write($package))->toBe($compact);
    }
    $request = (string) json_encode($case['request']);
    $answers = array_map(
        function (MemoryCatalogue $of) use ($request): string {
            $answer = (new Resolver($of))->resolve((new RequestReader())->read($request, $of));

            return $answer instanceof Resolved ? ResolutionWriter::resolved($answer, [], 0.0) : 'impossible';
        },
        [$catalogue, new MemoryCatalogue($packages)],
    );
    $without = fn (string $json): string => (string) preg_replace('/"stats":.*$/s', '', $json);
    expect($without($answers[1]))->toBe($without($answers[0]));
})->with(range(1, 40));

it('is several times shorter where releases say the same', function (): void {
    $needs = [
        ['id' => 'halyard', 'range' => '>=0.16.0 <0.17.0'],
        ['id' => 'oakum-api', 'range' => '>=1.5.0 <2.0.0'],
        ['anyOf' => [['id' => 'prism'], ['id' => 'burning-glass', 'range' => '>=4.0.0']]],
    ];
    $json = (string) json_encode([
        'format' => 'stasimon/catalogue',
        'revision' => 1,
        'packages' => [
            [
                'id' => 'fogbank',
                'kind' => 'mod',
                'releases' => array_map(
                    fn (int $i): array => ['version' => "1.{$i}.0", 'published' => '2031-01-01T00:00:00Z', 'needs' => $needs],
                    range(1, 30),
                ),
            ],
        ],
    ]);
    $package = (new CatalogueReader())
        ->read(
            str_replace(
                '"packages":[',
                '"packages":[{"id":"halyard","kind":"loader","releases":[]},{"id":"oakum-api","kind":"library","releases":[]},{"id":"prism'.
                '","kind":"mod","releases":[]},{"id":"burning-glass","kind":"mod","releases":[]},',
                $json,
            ),
        )
        ->package('fogbank');
    expect(strlen(CompactForm::write($package ?? throw new RuntimeException('It is not there.'))))->toBeLessThan(intdiv(strlen($json), 3));
});
