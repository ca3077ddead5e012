<?php

declare(strict_types=1);

use App\View\Drafts\RangeChart;
use Stasimon\Core\Explain\Contest;
use Stasimon\Core\Explain\Demand;
use Tests\Support\Answers;

/** @param  array<string, string>  $demands  who => range */
function chartOf(int $releases, array $demands): RangeChart
{
    $packages = ['shared' => array_fill_keys(array_map(fn (int $i): string => "{$i}.0.0", range(1, $releases)), [])];
    foreach ($demands as $who => $range) {
        $packages[$who] = ['1.0.0' => ["shared {$range}"]];
    }
    $answers = Answers::short($packages, array_keys($demands));
    $shared = $answers->catalogue->package('shared') ?? throw new LogicException();
    $list = [];
    foreach ($demands as $who => $range) {
        $list[] = new Demand(null, $who, '1.0.0', $range, $shared->syntax, $shared->within($range, $shared->syntax));
    }

    return RangeChart::of(new Contest($shared, $list), fn (Demand $demand): string => $demand->id);
}

it('draws a bar for each run of releases that a demand admits', function (): void {
    $chart = chartOf(4, ['a' => '<=1 || >=3', 'b' => '=2.0.0', 'c' => '>=9']);
    $column = RangeChart::WIDTH / 4;
    expect(
        array_map(
            fn (array $row): array => array_map(fn (array $bar): array => [$bar['x'], $bar['width'], $bar['releases']], $row['bars']),
            $chart->rows,
        ),
    )
        ->toEqual([[[0.0, $column, '1.0.0'], [2 * $column, 2 * $column, '3.0.0 – 4.0.0']], [[$column, $column, '2.0.0']], []])
        ->and($chart->conclusion)
        ->toBe('No release of shared meets more than one of these.')
        ->and($chart->best)
        ->toBe([]);
});

it('shades where the most demands meet', function (): void {
    $chart = chartOf(4, ['a' => '<=2', 'b' => '>=2', 'c' => '>=3']);
    expect($chart->conclusion)
        ->toContain('meets all 3; those that meet 2 are shaded')
        ->and($chart->best)
        ->toEqual([['x' => RangeChart::WIDTH / 4, 'width' => (RangeChart::WIDTH * 3) / 4]])
        ->and(chartOf(2, ['a' => '=1.0.0', 'b' => '=2.0.0'])->conclusion)
        ->toBe('No release of shared meets both.');
});

it('stays readable with twenty demands over sixty releases, and groups more', function (int $releases, int $columns): void {
    $demands = [];
    for ($i = 0; $i < 20; $i++) {
        $demands["mod-{$i}"] = '>='.($i * 3 + 1).' <='.($i * 3 + 2);
    }
    $chart = chartOf($releases, $demands);
    expect($chart->rows)->toHaveCount(20)->and(count($chart->stops))->toBe($columns);
    foreach ($chart->ticks as $i => $tick) {
        foreach (array_slice($chart->ticks, $i + 1) as $other) {
            expect(abs($tick['x'] - $other['x']))->toBeGreaterThan((mb_strlen($tick['text']) + mb_strlen($other['text'])) * 3.6);
        }
    }
    expect(count($chart->ticks))->toBeGreaterThan(4);
})->with([[60, 60], [300, 40]]);

it('says once what a person asked for, though no release meets it', function (): void {
    Tests\Support\World::depot();
    $instance = Tests\Support\World::instance(['gulls']);
    $this->post("/instances/{$instance->id}/draft/range", ['id' => 'gulls', 'range' => '>9'])->assertRedirect();
    $page = (string) $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('there is no such release')
        ->getContent();
    expect(substr_count($page, 'range-chart'))->toBe(0);
});
