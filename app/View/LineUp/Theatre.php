<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Findings\Finding;
use App\Models\PlacedRelease;
use Illuminate\Support\Collection;
use Stasimon\Core\Catalogue\Kind;

/**
 * A line-up as an amphitheatre: the game in the middle, loader and runtime around it, libraries in the inner tiers, mods
 * in the outer ones, packs on the rim. All lengths are in the units of the drawing.
 */
final readonly class Theatre
{
    /** Room at either side for the names that threads lead to. */
    private const WINGS = 96;

    public const STAGE = 84;

    public const RING = 124;

    private const GAP = 22;

    private const DEPTH = 25;

    private const STEP = 32;

    /** How long a seat is along its row: at least, as rows fill up, and at most. */
    private const LEAST = 24;

    private const MOST = 58;

    /**
     * @param  list<array{name: string, arc: float, rows: list<list<array<string, mixed>>>}>  $tiers  each row from left to right
     * @param  array<string, PlacedRelease>  $base  kind => what stands in the middle
     */
    private function __construct(public array $tiers, public float $middle, public int $height, private array $base)
    {
    }

    /**
     * @param  Collection<int, PlacedRelease>  $placed
     * @return array<string, list<string>> package => those that it needs
     */
    private static function restsOn(Collection $placed): array
    {
        $restsOn = [];
        foreach ($placed as $one) {
            foreach ($one->because['needed'] as $reason) {
                $restsOn[$reason['id']][] = $one->package_id;
            }
        }

        return $restsOn;
    }

    /**
     * @param  array<string, list<string>>  $restsOn
     * @return array<string, mixed> one package as it is drawn
     */
    private static function seat(PlacedRelease $one, array $restsOn, ?Finding $finding, bool $isShown): array
    {
        return [
            'id' => $one->package_id,
            'name' => $one->name,
            'version' => $one->version,
            'rests' => array_values(array_unique($restsOn[$one->package_id] ?? [])),
            'carries' => array_values(array_unique(array_column($one->because['needed'], 'id'))),
            'level' => $finding?->level->value,
            'finding' => $finding?->title,
            'shown' => $isShown,
        ];
    }

    /**
     * @param  Collection<int, PlacedRelease>  $placed
     * @param  Collection<string, Finding>  $findings  the most serious of each package
     * @param  callable(PlacedRelease): bool  $shown  whether the filter lets it through
     */
    public static function of(Collection $placed, Collection $findings, callable $shown): self
    {
        $packs = ['resource-pack', 'data-pack', 'shader-pack', 'expansion'];
        $groups = [
            'Libraries' => $placed->where('kind', 'library'),
            'Mods' => $placed->where('kind', 'mod'),
            'Packs' => $placed->whereIn('kind', $packs),
        ];
        $restsOn = self::restsOn($placed);
        $radius = self::RING + self::GAP;
        $tiers = [];
        foreach (array_filter($groups, fn (Collection $group): bool => $group->isNotEmpty()) as $name => $group) {
            $seats = $group
                ->sortBy('name')
                ->values()
                ->map(fn (PlacedRelease $one): array => self::seat($one, $restsOn, $findings->get($one->package_id), $shown($one)))
                ->all();
            $placedRows = [];
            foreach (self::rows(count($seats), $radius) as $count) {
                $placedRows[] = self::row(array_splice($seats, 0, $count), $radius);
                $radius += self::STEP;
            }
            $tiers[] = ['name' => $name, 'arc' => $radius - self::STEP + self::DEPTH + self::GAP / 2 - 2, 'rows' => $placedRows];
            $radius += self::GAP - (self::STEP - self::DEPTH);
        }

        $height = (int) ceil($radius) + 16;
        $middle = $radius + self::WINGS;

        return new self(
            self::turned($tiers, $middle, $height - 8),
            $middle,
            $height,
            $placed
                ->whereIn('kind', ['game', 'runtime', 'loader'])
                ->keyBy('kind')
                ->all(),
        );
    }

    /**
     * How many seats each row takes: as few rows as hold them all, filled by their length.
     *
     * @return list<int>
     */
    private static function rows(int $seats, float $radius): array
    {
        $lengths = [];
        $room = 0;
        while ($room < $seats) {
            $lengths[] = M_PI * ($radius + count($lengths) * self::STEP);
            $room = array_sum(array_map(fn (float $length): int => (int) floor($length / self::LEAST), $lengths));
        }
        $rows = [];
        foreach ($lengths as $i => $length) {
            $share = (int) round(($seats * $length) / array_sum(array_slice($lengths, $i)));
            $rows[] = $i === count($lengths) - 1 ? $seats : $share;
            $seats -= $share;
        }

        return $rows;
    }

    /**
     * @param  list<array<string, mixed>>  $seats
     * @return list<array<string, mixed>> with their radius and angles, from the left
     */
    private static function row(array $seats, float $radius): array
    {
        $step = M_PI / max(1, count($seats));
        $half = min($step * 0.46, self::MOST / $radius / 2);
        foreach ($seats as $i => $seat) {
            $angle = M_PI - ($i + 0.5) * $step;
            $seats[$i] = $seat + ['radius' => $radius, 'from' => $angle + $half, 'to' => $angle - $half];
        }

        return $seats;
    }

    /**
     * @param  list<array{name: string, arc: float, rows: list<list<array<string, mixed>>>}>  $tiers
     * @return list<array{name: string, arc: float, rows: list<list<array<string, mixed>>>}> with the outline and the middle of each seat
     */
    private static function turned(array $tiers, float $x, float $y): array
    {
        foreach ($tiers as $t => $tier) {
            foreach ($tier['rows'] as $r => $row) {
                foreach ($row as $s => $seat) {
                    $inner = $seat['radius'];
                    $outer = $inner + self::DEPTH;
                    $at = fn (float $radius, float $angle): string => round($x + $radius * cos($angle), 1).
                        ' '.
                        round($y - $radius * sin($angle), 1);
                    $angle = ($seat['from'] + $seat['to']) / 2;
                    $tiers[$t]['rows'][$r][$s] += [
                        'path' => "M{$at($inner, $seat['from'])}A{$inner} {$inner} 0 0 1 {$at($inner, $seat['to'])}L{$at(
                            $outer,
                            $seat['to'],
                        )}A{$outer} {$outer} 0 0 0 {$at($outer, $seat['from'])}Z",
                        'x' => round($x + ($inner + self::DEPTH / 2) * cos($angle), 1),
                        'y' => round($y - ($inner + self::DEPTH / 2) * sin($angle), 1),
                    ];
                }
            }
        }

        return $tiers;
    }

    public function name(Kind $kind): string
    {
        return $this->base[$kind->value]->name ?? '';
    }

    public function version(Kind $kind): string
    {
        return $this->base[$kind->value]->version ?? '';
    }

    public function width(): float
    {
        return 2 * $this->middle;
    }

    public function floor(): int
    {
        return $this->height - 8;
    }

    /** @return list<array<string, mixed>> what the page draws threads from, by seat */
    public function seats(): array
    {
        return array_merge([], ...array_map(fn (array $tier): array => array_merge([], ...$tier['rows']), $this->tiers));
    }
}
