<?php

declare(strict_types=1);

use App\Findings\Finding;
use App\Findings\Level;
use App\Models\NeededBy;
use App\Models\PlacedRelease;
use App\Models\WhyThere;
use App\View\LineUp\Seat;
use App\View\LineUp\Theatre;
use Illuminate\Support\Collection;

/** @param  list<string>  $neededBy */
function placedAs(string $id, string $kind, array $neededBy = []): PlacedRelease
{
    $placed = new PlacedRelease();
    [$placed->package_id, $placed->kind, $placed->name, $placed->version] = [$id, $kind, ucfirst($id), '1.0.0'];
    $placed->because = new WhyThere($neededBy === [], array_map(fn (string $by): NeededBy => new NeededBy($by), $neededBy));

    return $placed;
}

/** @return Collection<int, PlacedRelease> */
function placedRows(int $libraries, int $mods, int $packs = 0): Collection
{
    $placed = collect([
        placedAs('ferrywright', 'game'),
        placedAs('java', 'runtime', ['halyard']),
        placedAs('halyard', 'loader', ['mod-0']),
    ]);
    foreach (['library' => $libraries, 'mod' => $mods, 'resource-pack' => $packs] as $kind => $count) {
        for ($i = 0; $i < $count; $i++) {
            $placed->push(placedAs("{$kind}-{$i}", $kind, $kind === 'library' ? ['mod-'.$i % max(1, $mods), 'mod-0'] : []));
        }
    }

    return $placed;
}

it('gives every release with a file but the loader a seat of its own', function (int $libraries, int $mods, int $packs): void {
    $theatre = Theatre::of(placedRows($libraries, $mods, $packs), collect(), fn (): bool => true);
    $seats = $theatre->seats();
    expect($seats)
        ->toHaveCount($libraries + $mods + $packs)
        ->and(array_unique(array_map(fn (Seat $seat): string => $seat->id(), $seats)))
        ->toHaveCount(count($seats));
    foreach ($seats as $i => $seat) {
        expect($seat->wedge->from)
            ->toBeGreaterThan($seat->wedge->to)
            ->toBeLessThanOrEqual(M_PI)
            ->and($seat->wedge->to)
            ->toBeGreaterThanOrEqual(0.0)
            ->and($seat->wedge->radius)
            ->toBeGreaterThan(Theatre::RING)
            ->and($seat->wedge->x())
            ->toBeGreaterThan(0.0)
            ->toBeLessThan($theatre->width())
            ->and($seat->wedge->y())
            ->toBeGreaterThan(0.0)
            ->toBeLessThanOrEqual((float) $theatre->floor());
        $next = $seats[$i + 1] ?? null;
        if ($next !== null && $next->wedge->radius === $seat->wedge->radius) {
            expect($next->wedge->from)->toBeLessThan($seat->wedge->to, 'neighbours overlap');
        }
    }
})->with([[0, 1, 0], [5, 10, 0], [32, 138, 18], [60, 200, 40]]);

it('stays within a screen with two hundred seats', function (): void {
    $theatre = Theatre::of(placedRows(32, 150, 18), collect(), fn (): bool => true);
    // Beside the parts and the findings there are 820 of 1280 pixels; drawn at three quarters, its names are still 10 high.
    expect($theatre->width() * 0.75)
        ->toBeLessThan(820)
        ->and($theatre->height * 0.75)
        ->toBeLessThan(560);
});

it('knows for each seat what it rests on and what rests on it', function (): void {
    $finding = new Finding(Level::Breaks, 'draws twice', '', 'mod-1');
    $seats = collect(
        Theatre::of(placedRows(3, 2), collect(['mod-1' => $finding]), fn (PlacedRelease $placed): bool => $placed->kind === 'mod')->seats(),
    )->keyBy(fn (Seat $seat): string => $seat->id());
    expect($seats['mod-0']->rests)
        ->toBe(['halyard', 'library-0', 'library-1', 'library-2'])
        ->and($seats['library-1']->carries())
        ->toBe(['mod-1', 'mod-0'])
        ->and($seats['library-1']->rests)
        ->toBe([])
        ->and($seats['mod-1']->finding)
        ->toBe($finding)
        ->and($seats['mod-1']->words())
        ->toBe('Mod-1 1.0.0: draws twice')
        ->and($seats['mod-0']->finding)
        ->toBeNull()
        ->and($seats['mod-1']->isShown)
        ->toBeTrue()
        ->and($seats['library-1']->isShown)
        ->toBeFalse();
});
