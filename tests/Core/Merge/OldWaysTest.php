<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Chain;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Game\LoadReport;
use Stasimon\Core\Merge\MergeDifference;
use Stasimon\Core\Merge\UnmergeableArchive;
use Stasimon\Core\Share\StageCondition;
use Stasimon\Core\Share\UnusableHandOff;
use Stasimon\Core\Share\WrittenStage;
use Tests\Support\Archives;

it('says in which paths two archives differ, however they are packed', function (): void {
    $was = Archives::open(['a' => 'same', 'b' => str_repeat('was', 50), 'gone' => 'x', 'd/same' => str_repeat('y', 900)]);
    $now = Archives::open(
        ['d/same' => str_repeat('y', 900), 'b' => str_repeat('now', 50), 'new' => 'four', 'a' => 'same'],
        ZipArchive::CM_STORE,
    );
    expect(array_map(fn (MergeDifference $one): array => [$one->path, $one->how->value, $one->bytes], MergeDifference::between($was, $now)))
        ->toBe([['b', 'other', 150], ['gone', 'gone', 1], ['new', 'new', 4]])
        ->and(MergeDifference::between($now, $now))
        ->toBe([]);
    $torn = tmpfile();
    fwrite($torn, 'no archive');
    expect(fn () => MergeDifference::between($torn, $now))->toThrow(UnmergeableArchive::class, 'The earlier archive');
});

it('agrees with diff of what unzip lays, on archives by chance', function (): void {
    mt_srand(18);
    for ($case = 0; $case < 20; $case++) {
        $sides = [];
        foreach (['was', 'now'] as $side) {
            foreach (range(1, 12) as $n) {
                mt_rand(0, 3) === 0 ?: ($sides[$side]["f{$n}"] = (string) mt_rand(0, 1));
            }
        }
        $root = sys_get_temp_dir().'/stasimon-diff-'.getmypid();
        foreach ($sides as $side => $files) {
            mkdir("{$root}/{$side}", recursive: true);
            foreach ($files as $name => $text) {
                file_put_contents("{$root}/{$side}/{$name}", $text);
            }
        }
        exec('LC_ALL=C diff -rq '.escapeshellarg("{$root}/was").' '.escapeshellarg("{$root}/now"), $lines);
        $said = array_map(
            fn (string $line): string => preg_match('~(f\d+)(?: and| differ|$)~', $line, $name) === 1 ? $name[1] : $line,
            $lines,
        );
        $ours = array_map(
            fn (MergeDifference $one): string => $one->path,
            MergeDifference::between(Archives::open($sides['was']), Archives::open($sides['now'])),
        );
        sort($said);
        sort($ours);
        expect($ours)->toBe($said);
        $lines = [];
        exec('rm -rf '.escapeshellarg($root));
    }
});

it('goes down a chain of loaders, and out of one that is a circle', function (): void {
    $chain = fn (array $extends): array => array_map(
        fn (string $id, string $under): array => [
            'id' => $id,
            'kind' => 'loader',
            'releases' => [['version' => '1.0.0'] + ($under === '' ? [] : ['extends' => [['id' => $under]]])],
        ],
        array_keys($extends),
        $extends,
    );
    $under = fn (array $extends, string $of): array => Chain::under(
        (new CatalogueReader())->read(
            (string) json_encode(['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $chain($extends)]),
        ),
        $of,
    );
    expect($under(['a' => 'b', 'b' => 'c', 'c' => ''], 'a'))
        ->toBe(['b', 'c'])
        ->and($under(['a' => 'b', 'b' => 'a'], 'a'))
        ->toBe(['b'])
        ->and($under(['a' => 'a'], 'a'))
        ->toBe([])
        ->and($under(['a' => 'nowhere'], 'a'))
        ->toBe(['nowhere'])
        ->and($under(['a' => ''], 'b'))
        ->toBe([]);
});

it('reads a load report: what is missing, and who asks for it', function (): void {
    $form = LoadReport::read(
        Node::ofJson((string) json_encode(['path' => 'reports/load.txt', 'missing' => '/^no (?<package>\S+)(?: for (?<by>\S+))?$/'])),
    );
    expect($form->missing("no bells for car\r\nall well\nno bells for cat\nno tea\nno bells for car\n"))
        ->toBe(['bells' => ['car', 'cat'], 'tea' => []])
        ->and($form->missing(''))
        ->toBe([]);
    foreach ([['path' => '../x', 'missing' => '/(?<package>x)/'], ['path' => 'x']] as $wrong) {
        expect(fn () => LoadReport::read(Node::ofJson((string) json_encode($wrong))))->toThrow(UnusableDocument::class);
    }
});

it('reads a stage as it was written, and no other', function (): void {
    $stage = new WrittenStage('Oil', "Two\nlines", StageCondition::Word, 'It is so.', ['tin' => '^1', 'oil' => '*'], ['slip'], true);
    $read = fn (array $with): WrittenStage => WrittenStage::read(Node::ofJson((string) json_encode($with + $stage->fields())));
    expect($read([]))
        ->toEqual($stage)
        ->and($read(['condition' => 'gone', 'about' => 'oil'])->condition)
        ->toBe(StageCondition::Gone);
    foreach (
        [
            ['title' => ''],
            ['title' => "two\nlines"],
            ['about' => ''],
            ['condition' => 'clean'],
            ['instruction' => str_repeat('x', 20_001)],
            ['title' => str_repeat('x', 81)],
        ] as $wrong
    ) {
        expect(fn () => $read($wrong))->toThrow(UnusableHandOff::class);
    }
    foreach ([['condition' => 'never'], ['adds' => [['id' => '../x']]], ['drops' => ['Not An Id']], ['reached' => 'yes']] as $wrong) {
        expect(fn () => $read($wrong))->toThrow(UnusableDocument::class);
    }
});
