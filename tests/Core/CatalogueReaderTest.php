<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Resolve\RequestReader;

/** @param  array<string, mixed>  ...$packages */
function catalogueJson(array ...$packages): string
{
    return json_encode(['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $packages], JSON_THROW_ON_ERROR);
}

it('points to what is wrong', function (string $json, string $pointer, string $reason): void {
    try {
        (new CatalogueReader)->read($json);
    } catch (UnusableDocument $failure) {
        expect($failure->pointer)->toBe($pointer)->and($failure->getMessage())->toContain($reason);

        return;
    }
    $this->fail('It was read.');
})->with([
    'not JSON' => ['{', '', 'not JSON'],
    'another format' => ['{"format": "else", "revision": 1}', '/format', 'is expected'],
    'another revision' => ['{"format": "stasimon/catalogue", "revision": 2}', '/revision', 'revision 1'],
    'no packages' => ['{"format": "stasimon/catalogue", "revision": 1}', '', '"packages" is missing'],
    'an id with a space' => [catalogueJson(['id' => 'a b', 'kind' => 'mod', 'releases' => []]), '/packages/0/id', 'not an id'],
    'an unknown kind' => [catalogueJson(['id' => 'a', 'kind' => 'planet', 'releases' => []]), '/packages/0/kind', 'not one of game'],
    'an id twice' => [catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => []], ['id' => 'a', 'kind' => 'mod', 'releases' => []]), '/packages/1/id', 'twice'],
    'a version twice' => [catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0'], ['version' => '1.0']]]), '/packages/0/releases/1/version', 'twice'],
    'a bad version' => [catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => 'new']]]), '/packages/0/releases/0/version', 'not a version'],
    'a bad range' => [catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'needs' => [['id' => 'a', 'range' => '>=x!']]]]]), '/packages/0/releases/0/needs/0/range', 'expected at character'],
    'a bad range in an alternative' => [catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'needs' => [['anyOf' => [['id' => 'a'], ['id' => 'a', 'range' => '!']]]]]]]), '/packages/0/releases/0/needs/0/anyOf/1/range', 'expected at character'],
    'no alternatives' => [catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'needs' => [['anyOf' => []]]]]]), '/packages/0/releases/0/needs/0/anyOf', 'at least one'],
    'a label that does not exist' => [catalogueJson(['id' => 'g', 'kind' => 'game', 'scheme' => 'sequence', 'releases' => [['version' => '1']]], ['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'breaks' => [['id' => 'g', 'range' => '2']]]]]), '/packages/1/releases/0/breaks/0/range', 'not one of the versions'],
    'a provided version that is none' => [catalogueJson(['id' => 'a', 'kind' => 'mod', 'releases' => [['version' => '1.0', 'provides' => [['id' => 'b', 'version' => 'x']]]]]), '/packages/0/releases/0/provides/0/version', 'not a version'],
]);

it('points into a request as well', function (array $fields, string $pointer): void {
    $json = json_encode(['format' => 'stasimon/request', 'revision' => 1] + $fields, JSON_THROW_ON_ERROR);
    try {
        (new RequestReader)->read($json, new MemoryCatalogue([]));
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
    $catalogue = (new CatalogueReader)->read(catalogueJson(['id' => 'a', 'kind' => 'mod', 'mood' => 'good', 'releases' => [['version' => '1.0', 'colour' => 'blue']]]));
    expect($catalogue->package('a')?->releases)->toHaveCount(1);
});
