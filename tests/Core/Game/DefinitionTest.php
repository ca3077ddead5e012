<?php

declare(strict_types=1);

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Document\Visible;
use Stasimon\Core\Game\Agreement;
use Stasimon\Core\Game\FailureSignature;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\InnerPath;
use Stasimon\Core\Version\Syntax;

const DEFINITIONS = __DIR__.'/../../../games/';

/** @return array<string, mixed> a definition that has everything which a definition can have */
function wholeDefinition(): array
{
    $read = fn (string $file): array => (array) json_decode((string) file_get_contents($file), true);
    $osgi = $read(__DIR__.'/../../../docs/formats/examples/osgi/game.json');
    $whole =
        [
            'log' => [
                'report' => 'crash.txt',
                'file' => 'game.log',
                'loadReport' => ['path' => 'missing.txt', 'missing' => '/^(?<package>\S+)$/'],
            ],
        ] +
        $read(DEFINITIONS.'ferrywright.json') +
        array_intersect_key($osgi, ['alone' => 1, 'ready' => 1, 'here' => 1]);
    $whole['log'] += $read(DEFINITIONS.'ferrywright.json')['log'];
    $whole['runtime']['find'] = 'java';
    $whole['written'] = ['*.ini'];
    $whole['scheme'] = 'sequence';
    $whole['known'] = ['game.exe' => [str_repeat('a', 64) => '3.2.1']];
    $whole['play'] = ['{program}', 'play'];
    $whole['places']['mod']['unpack'] = false;
    $whole['worlds'] += ['trial' => 'trial', 'packs' => 'packs', 'order' => 'order.txt'];
    $whole['templates'][] = [
        'path' => 'list.txt',
        'lines' => ['a line', ['begin' => 'b', 'each' => '{path}', 'join' => 'j', 'of' => ['mod']]],
    ];

    return $whole;
}

/** @param  array<array-key, mixed>  $document */
function definitionOf(array $document): ?GameDefinition
{
    try {
        return GameDefinition::read((string) json_encode($document));
    } catch (UnusableDocument) {
        return null;
    }
}

/**
 * Every value that is no array or object.
 *
 * @param  array<array-key, mixed>  $document
 * @return list<list<array-key>>
 */
function leaves(array $document): array
{
    $leaves = [];
    foreach ($document as $key => $value) {
        array_push($leaves, ...is_array($value) ? array_map(fn (array $rest): array => [$key, ...$rest], leaves($value)) : [[$key]]);
    }

    return $leaves;
}

/**
 * @param  array<array-key, mixed>  $document
 * @param  list<array-key>  $place
 * @return array<array-key, mixed>
 */
function changedAt(array $document, array $place, mixed $value): array
{
    $at = &$document;
    foreach ($place as $key) {
        $at = &$at[$key];
    }
    $at = $value instanceof Closure ? $value($at) : $value;

    return $document;
}

it('orders versions by a scheme where one is said, and refuses a list in another order', function (): void {
    $of = fn (string ...$versions): array => [
        'scheme' => 'maven',
        'versions' => array_map(fn (string $one): array => ['version' => $one], $versions),
    ];
    $rules = fn (string $first): array => ['rules' => [['from' => $first, 'range' => '>=8', 'words' => 'any']]];
    $whole = wholeDefinition();
    $game = $whole['runtime'];
    $package = definitionOf(['runtime' => $rules('7.9') + $game] + $of('7.9', '7.10') + $whole)?->packages()[0];
    $admitted = $package?->readRange('>=6.2 <7.10', Syntax::Comparator)->over($package->timeline);
    expect([$admitted?->has(0), $admitted?->has(1)])
        ->toBe([true, false])
        ->and(fn () => GameDefinition::read((string) json_encode(['runtime' => $rules('7.10') + $game] + $of('7.10', '7.9') + $whole)))
        ->toThrow(UnusableDocument::class, 'by the scheme "maven" their order is 7.9, 7.10');
});

it('refuses a definition that leads out of an instance, or has what nobody would see', function (string $place, mixed $value): void {
    expect(definitionOf(wholeDefinition()))
        ->not->toBeNull()
        ->and(definitionOf(changedAt(wholeDefinition(), explode('.', $place), $value)))
        ->toBeNull();
})->with(
    fn (): array => [
        ...array_merge(
            ...array_map(
                fn (string $place): array => array_map(fn (string $path): array => [$place, $path], [
                    '../victim',
                    '/etc',
                    'a/../../b',
                    'a//b',
                    './a',
                    "a\nb",
                    'a\\b',
                    'C:a',
                    str_repeat('a', 201),
                    '.stasimon.json',
                ]),
                [
                    'own.0',
                    'places.mod.folder',
                    'worlds.folder',
                    'worlds.file',
                    'worlds.trial',
                    'worlds.packs',
                    'worlds.order',
                    'templates.0.path',
                    'log.report',
                    'log.file',
                    'log.loadReport.path',
                    'merged.0.archive',
                ],
            ),
        ),
        ['own.0', 'config/deep'],
        ['worlds.trial', 'a/b'],
        ['name', str_repeat('n', 121)],
        ['name', "Rowing\nsh"],
        ['name', "Row\u{202E}ing"],
        ['runtime.name', "Java\nrm -r"],
        ['runtime.name', 'Java'.str_repeat(' ', 300).'x'],
        ['versions.0.version', "1\t2"],
        ['runtime.versions.0', 'not a version'],
        ['runtime.rules.0.range', '>=>'],
        ['runtime.find', 'sh'],
        ['versions', fn (): array => array_map(fn (int $i): array => ['version' => "1.{$i}"], range(0, 5_000))],
    ],
);

it('tells what is a path inside a folder', function (): void {
    expect(
        array_map(InnerPath::isInside(...), ['a', 'a/b.txt', 'größe/ß', '...', 'a..b', '', '.', '..', 'a/', '/a', "a\x7f", "\xff"]),
    )->toBe([true, true, true, true, true, false, false, false, false, false, false, false]);
});

it('asks anew for whatever reaches a process or a file, and for nothing else, field by field of the schema', function (): void {
    $reaching =
        '~^(?:id|launch|play|serve|templates|own)\b|^runtime\.(?:id|find|versions)\b|^versions\.\d+\.version$|^loaders\.\d+\.id'.
        '$|^memory\.\d+\.megabytes$|^places\.|^merged\.|^worlds\.(?!mods$)|^log\.(?:report|file)$|^log\.loadReport\.path$~';
    $whole = wholeDefinition();
    $before = (new Agreement(definitionOf($whole) ?? throw new LogicException(), []))->digest();
    $asked = $silent = [];
    foreach (leaves($whole) as $place) {
        $game = definitionOf(
            changedAt(
                $whole,
                $place,
                fn (mixed $value): mixed => match (true) {
                    is_bool($value) => ! $value,
                    is_int($value) => $value + 1,
                    is_float($value) => $value + 0.5,
                    $value === 'java' => 'dotnet',
                    $value === 'mod' => 'library',
                    $value === 'sequence' => 'maven',
                    default => $value.'x',
                },
            ),
        );
        if ($game !== null) {
            (new Agreement($game, []))->digest() === $before ? ($silent[] = implode('.', $place)) : ($asked[] = implode('.', $place));
        }
    }
    expect(preg_grep($reaching, $silent))->toBe([])->and(preg_grep($reaching, $asked, PREG_GREP_INVERT))->toBe([]);
    // None of the schema's fields is left out of what was changed.
    $schema = (array) json_decode((string) file_get_contents(__DIR__.'/../../../docs/formats/game.schema.json'), true);
    $tried = array_unique(array_map(fn (string $place): string => explode('.', $place)[0], [...$asked, ...$silent]));
    expect(array_diff(array_keys($schema['properties']), $tried, ['format', 'revision']))->toBe([]);
});

it('tells apart what is written from how it is put together, and programs that are others', function (): void {
    $digest = fn (array $list, array $programs = []): string => (new Agreement(
        definitionOf(changedAt(wholeDefinition(), ['templates', 0, 'lines', 0], $list)) ?? throw new LogicException(),
        $programs,
    ))->digest();
    $said = array_map($digest, [
        ['begin' => 'a', 'each' => 'b', 'join' => 'c', 'of' => ['mod']],
        ['begin' => 'ab', 'each' => '', 'join' => 'c', 'of' => ['mod']],
        ['begin' => '', 'each' => 'ab', 'join' => 'c', 'of' => ['mod']],
        ['begin' => 'a', 'each' => 'bc', 'join' => '', 'of' => ['mod']],
        ['begin' => 'a', 'each' => 'b', 'join' => 'c', 'of' => ['mod', 'library']],
    ]);
    $list = ['begin' => 'a', 'each' => 'b', 'join' => 'c', 'of' => ['mod']];
    foreach ([['21', '/opt/a/java', 'aa'], ['21', '/opt/b/java', 'aa'], ['21', '/opt/a/java', 'bb']] as [$version, $path, $sha256]) {
        $said[] = $digest($list, [['version' => $version, 'path' => $path, 'sha256' => $sha256]]);
    }
    expect(array_unique($said))->toBe($said);
});

it('gives up on a text that a pattern cannot be done with, and rests after a hundred of them', function (): void {
    $signature = FailureSignature::read(Node::ofJson('{"kind": "missing", "pattern": "~^(a+)+!x|c(?<what>d)$~"}'));
    $slow = str_repeat('a', 16).'!cd';
    expect(preg_match('~^(a+)+!x|c(?<what>d)$~', $slow))
        ->toBe(1)
        ->and($signature->catch($slow))
        ->toBeNull()
        ->and($signature->catch('cd'))
        ->toBe(['what' => 'd']);
    for ($i = 0; $i < 100; $i++) {
        $signature->catch($slow);
    }
    $asked = 0;
    while ($signature->catch('cd') === null && $asked < 20_000) {
        $asked++;
    }
    expect($asked)
        ->toBe(9_999)
        ->and($signature->catch($slow))
        ->toBeNull()
        ->and($signature->catch('cd'))
        ->toBe(['what' => 'd']);
});

it('refuses patterns and lists of them that are longer than any that is needed', function (string $place, mixed $value): void {
    expect(definitionOf(changedAt(wholeDefinition(), explode('.', $place), $value)))->toBeNull();
})->with([
    'a long pattern' => ['log.line', '~'.str_repeat('a', 2_000).'~'],
    'no pattern' => ['log.line', '~(~'],
    'many' => ['log.signatures', fn (): array => array_fill(0, 301, ['kind' => 'missing', 'pattern' => '~x~'])],
]);

it('writes out what nobody would see', function (string $text, string $shown): void {
    expect(Visible::text($text))
        ->toBe($shown)
        ->and(Visible::isPlain($text))
        ->toBe($text === $shown);
})->with([
    ['as it is, größer', 'as it is, größer'],
    ["a\u{202E}b", 'a⟨U+202E⟩b'],
    ["a\nb", 'a⟨U+000A⟩b'],
    ['a'.str_repeat(' ', 300).'b', 'a⟨300 blanks⟩b'],
    ["a\u{00A0}b", 'a⟨U+00A0⟩b'],
    ["\u{2066}x\u{2069}", '⟨U+2066⟩x⟨U+2069⟩'],
    'a byte that is no UTF-8' => ["a\xffb", 'a?b'],
    ["zero\u{200B}width", 'zero⟨U+200B⟩width'],
]);
