<?php

declare(strict_types=1);

use Opis\JsonSchema\Validator;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeDocument;
use Stasimon\Core\Notice\NoticeKind;
use Stasimon\Core\Notice\NoticeList;

function noticeCatalogue(): Catalogue
{
    $releases = fn (string ...$versions): array => array_map(fn (string $one): array => ['version' => $one], $versions);

    $packages = [
        ['id' => 'ferrywright', 'kind' => 'game', 'scheme' => 'sequence', 'releases' => $releases('3.1.4', '3.2.0', '3.2.1')],
        ['id' => 'fogbank', 'kind' => 'mod', 'releases' => $releases('1.9.3', '2.0.0', '2.0.1')],
        ['id' => 'gulls', 'kind' => 'mod', 'releases' => $releases('1.0.0', '2.0.0')],
    ];

    $document = ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $packages];

    return (new CatalogueReader())->read((string) json_encode($document));
}

it('holds for the releases, the versions of the game and the company that it names', function (
    Notice $notice,
    array $versions,
    bool $holds,
): void {
    expect($notice->holds($versions, noticeCatalogue()))->toBe($holds);
})->with(function (): array {
    $here = ['ferrywright' => '3.2.1', 'fogbank' => '2.0.1', 'gulls' => '1.0.0'];
    $broken = fn (mixed ...$more): Notice => new Notice('fogbank', NoticeKind::Broken, 'It freezes.', ...$more);
    $apart = new Notice('fogbank', NoticeKind::Apart, 'Both draw fog.', beside: ['gulls' => '<2', 'lamps' => '*']);

    return [
        'all releases' => [$broken(), $here, true],
        'since one' => [$broken('>=2.0.0'), $here, true],
        'before one' => [$broken('<2'), $here, false],
        'not there' => [$broken(), ['gulls' => '1.0.0'], false],
        'this version of the game' => [$broken('*', 'ferrywright', '>=3.2.0'), $here, true],
        'an earlier one' => [$broken('*', 'ferrywright', '<3.2.0'), $here, false],
        'beside what is there' => [$broken(beside: ['gulls' => '=1.0.0']), $here, true],
        'beside another release' => [$broken(beside: ['gulls' => '>=2']), $here, false],
        'beside several, one of them away' => [$broken(beside: ['gulls' => '*', 'lamps' => '*']), $here, false],
        'apart from one of several' => [$apart, $here, true],
        'apart, and none is there' => [$apart, ['gulls' => '2.0.0'] + $here, false],
        'a release that no depot has any more' => [$broken('=0.5.0'), ['fogbank' => '0.5.0'] + $here, true],
        'a range that is none' => [$broken('soon'), $here, false],
    ];
});

it('writes what it reads, by its schema, and passes over what cannot be used', function (): void {
    $list = new NoticeList('Pilots', 'Ada', 'CC0-1.0', '2031-05-12', [
        new Notice('fogbank', NoticeKind::Broken, 'It freezes when the fog lifts.', '>=2.0.0', 'ferrywright', '3.2.1', said: '2031-05-12'),
        new Notice('fogbank', NoticeKind::Apart, 'Both draw fog.', beside: ['gulls' => '<2']),
        new Notice('gulls', NoticeKind::Setting, 'Too loud.', file: 'config/gulls.json', key: 'volume', value: '3'),
        new Notice('gulls', NoticeKind::Replaced, 'Terns goes on.', instead: 'terns'),
        new Notice('gulls', NoticeKind::Place, 'It is a pack.', place: 'packs'),
    ]);
    $json = NoticeDocument::write($list);
    $schema = json_decode((string) file_get_contents(dirname(__DIR__, 3).'/docs/formats/notices.schema.json'));
    expect((new Validator())->validate(json_decode($json), $schema)->isValid())
        ->toBeTrue()
        ->and(NoticeDocument::read($json))
        ->toEqual($list);
    $document = json_decode($json, true);
    $document['notices'][] = ['about' => 'No Id', 'kind' => 'broken', 'text' => 'x'];
    $document['notices'][] = ['about' => 'gulls', 'kind' => 'odd', 'text' => 'x'];
    $document['notices'][] = ['about' => 'gulls', 'kind' => 'apart', 'text' => 'of nothing'];
    $read = NoticeDocument::read((string) json_encode($document));
    $document['notices'][] = ['about' => 'gulls', 'kind' => 'fine', 'text' => 'on no day', 'said' => '2031-99-99'];
    $read = NoticeDocument::read((string) json_encode($document));
    expect([count($read->notices), $read->passedOver, $read->notices[5]->said])->toBe([6, 3, '']);
});

it('knows who signed it, and refuses what was changed after that', function (): void {
    $secret = sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair());
    $list = new NoticeList('Pilots', 'Ada', '', '', [new Notice('fogbank', NoticeKind::Broken, 'It freezes.')]);
    $json = NoticeDocument::write($list, $secret);
    $read = NoticeDocument::read($json);
    $key = sodium_crypto_sign_publickey_from_secretkey($secret);
    expect($read->notices)
        ->toEqual($list->notices)
        ->and(str_replace(' ', '', $read->key))
        ->toBe(substr(hash('sha256', $key), 0, 16));
    foreach ([str_replace('freezes', 'shines', $json), str_replace('"Ada"', '"Eve"', $json)] as $changed) {
        expect(fn () => NoticeDocument::read($changed))->toThrow(UnusableDocument::class, 'changed after it was signed');
    }
});

it('refuses what is no list', function (string $json): void {
    expect(fn () => NoticeDocument::read($json))->toThrow(UnusableDocument::class);
})->with(['', 'null', '[]', '{"format": "stasimon/plan"}', '{"format": "stasimon/notices", "revision": 1, "name": 3, "notices": []}']);
