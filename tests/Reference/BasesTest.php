<?php

declare(strict_types=1);

// What bases hold of wish lists, against a SAT solver that is asked about every subset (Debian: minisat), and against the
// checker, which shares nothing with the resolver but the catalogue.

use Opis\JsonSchema\Validator;
use Stasimon\Core\Check\Checker;
use Stasimon\Core\Explain\Bases\BaseHolds;
use Stasimon\Core\Explain\Bases\TriedBase;
use Stasimon\Core\Explain\Bases\WishBases;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Selected;
use Stasimon\Core\Resolve\Want;
use Symfony\Component\Process\Process;
use Tests\Support\Answers;
use Tests\Support\BooleanEncoding;
use Tests\Support\Cudf;
use Tests\Support\Generated;

/**
 * @param  array<string, mixed>  $catalogue
 * @param  array<string, mixed>  $request
 */
function holds(array $catalogue, array $request): bool
{
    $file = tempnam(sys_get_temp_dir(), 'cnf');
    file_put_contents($file, (new BooleanEncoding($catalogue, (array) json_decode((string) json_encode($request), true)))->dimacs());
    $exit = (new Process(['minisat', '-verb=0', $file]))->run();
    unlink($file);

    return $exit === 10;
}

/**
 * Subsets of some indices, the largest first, and of equally large ones that first which keeps the earliest on which they differ.
 *
 * @return list<list<int>>
 */
function subsets(int $count): array
{
    $subsets = [];
    for ($bits = 0; $bits < 1 << $count; $bits++) {
        $subsets[] = array_values(array_filter(range(0, $count - 1), fn (int $i): bool => (($bits >> $i) & 1) === 1));
    }
    usort($subsets, function (array $a, array $b): int {
        foreach (count($a) === count($b) ? $a : [] as $place => $index) {
            if ($index !== $b[$place]) {
                return $index <=> $b[$place];
            }
        }

        return count($b) <=> count($a);
    });

    return $subsets;
}

it('keeps a largest set, of several the one with the earliest wants, as a SAT solver finds by trying all', function (): void {
    $outcomes = [];
    for ($seed = 1; $seed <= 150; $seed++) {
        $case = Generated::case($seed);
        $wants = $case['request']['want'];
        if (count($wants) < 3) {
            continue;
        }
        $base = [$wants[0]];
        $wishes = array_slice($wants, 1);
        $answers = new Answers($case['catalogue'], ['want' => $wishes] + $case['request']);
        $held = (new WishBases(new Resolver($answers->catalogue), $answers->request))->on(
            new TriedBase('it', [new Want($base[0]['id'], $base[0]['range'] ?? '*')]),
        );
        $expected = null;
        foreach (subsets(count($wishes)) as $subset) {
            if (
                holds(
                    $case['catalogue'],
                    ['want' => [...$base, ...array_map(fn (int $i): array => $wishes[$i], $subset)]] + $case['request'],
                )
            ) {
                $expected = $subset;
                break;
            }
        }
        expect($held->text === '' ? $held->kept : null)->toBe($expected, "seed {$seed}");
        $outcomes[$held->outcome(count($wishes))] = ($outcomes[$held->outcome(count($wishes))] ?? 0) + 1;
        if ($expected === null) {
            continue;
        }
        $request = $answers->request->wanting([
            new Want($base[0]['id'], $base[0]['range'] ?? '*'),
            ...array_map(fn (int $i): Want => $answers->request->want[$i], $held->kept),
        ]);
        $selection = array_map(
            fn (Selected $one): array => ['id' => $one->package->id, 'version' => $one->release->version],
            $held->selection,
        );
        expect((new Checker($answers->catalogue, $request))->violations(array_column($selection, 'version', 'id')))
            ->toBe([], "seed {$seed}")
            ->and(array_map(fn ($lost): int => $lost->want, $held->lost))
            ->toBe(array_values(array_diff(array_keys($wishes), $held->kept)));
        foreach ($held->lost as $lost) {
            expect($lost->text)->not->toBe('');
            // Whom it cannot stand with it cannot: with these and the base alone there is no line-up.
            if ($lost->with !== []) {
                expect(
                    holds(
                        $case['catalogue'],
                        ['want' => [...$base, $wishes[$lost->want], ...array_map(fn (int $i): array => $wishes[$i], $lost->with)]] +
                            $case['request'],
                    ),
                )
                    ->toBeFalse("seed {$seed}")
                    ->and(holds($case['catalogue'], ['want' => [...$base, $wishes[$lost->want]]] + $case['request']))
                    ->toBeTrue("seed {$seed}");
            }
        }
    }
    expect($outcomes['all'] ?? 0)
        ->toBeGreaterThan(5)
        ->and($outcomes['some'] ?? 0)
        ->toBeGreaterThan(20)
        ->and($outcomes['none'] ?? 0)
        ->toBeGreaterThan(5);
});

it('keeps as many of twenty wishes as an optimizing solver does', function (): void {
    // Reference program: aspcud (Debian). Each wish is a package that is there and needs what is wished for; it removes as few as it can.
    $file = (string) tempnam(sys_get_temp_dir(), 'cudf');
    $lost = $none = 0;
    for ($seed = 1; $seed <= (int) (getenv('STASIMON_CASES') ?: 10); $seed++) {
        $case = Generated::large($seed);
        $base = $case['request']['want'][0];
        $wishes = array_slice($case['request']['want'], 1);
        $answers = new Answers($case['catalogue'], ['want' => $wishes] + $case['request']);
        $held = (new WishBases(new Resolver($answers->catalogue), $answers->request))->on(
            new TriedBase('it', [new Want($base['id'], $base['range'] ?? '*')]),
        );
        $wishing = $have = [];
        foreach ($wishes as $i => $wish) {
            $wishing[] = ['id' => "wish{$i}", 'kind' => 'mod', 'releases' => [['version' => '1.0.0', 'needs' => [$wish]]]];
            $have["wish{$i}"] = '1.0.0';
        }
        $document = ['want' => [$base], 'have' => $have] + (array) json_decode((string) json_encode($case['request']), true);
        $best = (new Cudf(
            new BooleanEncoding(['packages' => [...$case['catalogue']['packages'], ...$wishing]] + $case['catalogue'], $document),
            $have,
        ))->removedAndChanged($file);
        expect($held->text === '' ? count($wishes) - count($held->kept) : null)->toBe($best === null ? null : $best[0], "seed {$seed}");
        $lost += $best[0] ?? 0;
        $none += $best === null ? 1 : 0;
    }
    unlink($file);
    expect($lost)->toBeGreaterThan(40)->and($none)->toBeLessThan(30);
});

/** @return array<string, mixed> */
function harbour(): array
{
    $for = fn (string $version, string $range, string ...$loaders): array => [
        'version' => $version,
        'needs' => [
            ['id' => 'ferry', 'range' => $range],
            ['anyOf' => array_map(fn (string $loader): array => ['id' => $loader], $loaders)],
        ],
    ];

    return [
        'format' => 'stasimon/catalogue',
        'revision' => 1,
        'packages' => [
            [
                'id' => 'ferry',
                'name' => 'Ferry',
                'kind' => 'game',
                'scheme' => 'sequence',
                'releases' => [['version' => '3.2.1'], ['version' => '3.2.2'], ['version' => '3.3.2']],
            ],
            [
                'id' => 'halyard',
                'name' => 'Halyard',
                'kind' => 'loader',
                'releases' => [['version' => '1.0.0', 'breaks' => [['id' => 'capstan']]]],
            ],
            ['id' => 'capstan', 'name' => 'Capstan', 'kind' => 'loader', 'releases' => [['version' => '1.0.0']]],
            ['id' => 'gulls', 'name' => 'Gulls', 'kind' => 'mod', 'releases' => [$for('1.0.0', '*', 'halyard', 'capstan')]],
            [
                'id' => 'oakum',
                'name' => 'Oakum',
                'kind' => 'mod',
                'understudies' => ['flags', 'gone'],
                'releases' => [$for('1.0.0', '=3.2.1', 'halyard', 'capstan'), $for('2.0.0', '=3.2.2', 'halyard', 'capstan')],
            ],
            ['id' => 'flags', 'name' => 'Flags', 'kind' => 'mod', 'releases' => [$for('1.0.0', '*', 'halyard', 'capstan')]],
            ['id' => 'bells', 'name' => 'Bells', 'kind' => 'mod', 'releases' => [$for('1.0.0', '*', 'halyard')]],
            [
                'id' => 'fog',
                'name' => 'Fog',
                'kind' => 'mod',
                'releases' => [['breaks' => [['id' => 'gulls']]] + $for('1.0.0', '*', 'halyard', 'capstan')],
            ],
        ],
    ];
}

it('says why each of the others does not come along, and what would in its place', function (): void {
    $want = [['id' => 'gulls'], ['id' => 'oakum'], ['id' => 'bells'], ['id' => 'fog']];
    $base = fn (string $name, string $game, string $loader): array => [
        'name' => $name,
        'want' => [['id' => 'ferry', 'range' => "={$game}"], ['id' => $loader]],
    ];
    $folder = sys_get_temp_dir().'/stasimon-bases-'.getmypid();
    mkdir($folder);
    file_put_contents("{$folder}/catalogue.json", json_encode(harbour()));
    file_put_contents(
        "{$folder}/request.json",
        json_encode([
            'format' => 'stasimon/request',
            'revision' => 1,
            'want' => $want,
            'bases' => [
                $base('a', '3.2.1', 'halyard'),
                $base('b', '3.3.2', 'capstan'),
                ['name' => 'c', 'want' => [['id' => 'ferry', 'range' => '=3.2.1'], ['id' => 'nowhere']]],
            ],
        ]),
    );
    $process = new Process([
        dirname(__DIR__, 2).'/bin/stasimon',
        'bases',
        '--catalogue',
        "{$folder}/catalogue.json",
        '--request',
        "{$folder}/request.json",
    ]);
    $process->mustRun();
    (new Process(['rm', '-rf', $folder]))->run();
    $document = json_decode($process->getOutput(), true);
    [$a, $b, $c] = $document['bases'];
    expect([$a['outcome'], $a['kept'], array_column($a['selection'], 'version', 'id')])
        ->toBe(['some', [0, 1, 2], ['bells' => '1.0.0', 'ferry' => '3.2.1', 'gulls' => '1.0.0', 'halyard' => '1.0.0', 'oakum' => '1.0.0']])
        ->and($a['lost'])
        ->toBe([['want' => 3, 'text' => 'Fog cannot stand here with Gulls. Fog 1.0.0 cannot stand with Gulls.', 'with' => [0]]])
        ->and([$b['outcome'], $b['kept']])
        ->toBe(['some', [0]])
        ->and($b['lost'][0])
        ->toBe([
            'want' => 1,
            'text' => 'Oakum has no release for Ferry 3.3.2; its last is for 3.2.2.',
            'last_for' => '3.2.2',
            'instead' => [['id' => 'flags', 'kept' => [0, 1]]],
        ])
        ->and($b['lost'][1])
        ->toBe(['want' => 2, 'text' => 'Bells has no release for Capstan on Ferry 3.3.2.'])
        ->and([$c['outcome'], $c['kept'], $c['selection']])
        ->toBe(['none', [], []])
        ->and($c['text'])
        ->toContain('nowhere')
        ->and(
            (new Validator())
                ->validate(
                    json_decode($process->getOutput()),
                    json_decode((string) file_get_contents(dirname(__DIR__, 2).'/docs/formats/bases.schema.json')),
                )
                ->isValid(),
        )
        ->toBeTrue();
});

it('says honestly what a time limit left unproved, and refuses bases that are none', function (): void {
    $process = new Process(
        [dirname(__DIR__, 2).'/bin/stasimon', 'bases', '--catalogue', '-', '--request', '/dev/null'],
        input: (string) json_encode(harbour()),
    );
    expect($process->run())->toBe(2);
    $answers = new Answers(harbour(), ['format' => 'stasimon/request', 'revision' => 1, 'want' => [['id' => 'gulls'], ['id' => 'fog']]]);
    $stopped = new class implements Stasimon\Core\Resolve\Search\Deadline
    {
        public function reached(): bool
        {
            return true;
        }
    };
    $held = (new WishBases(new Resolver($answers->catalogue, $stopped), $answers->request))->on(new TriedBase('it', [new Want('ferry')]));
    expect($held)->toBeInstanceOf(BaseHolds::class)->and($held->proved)->toBeFalse();
});
