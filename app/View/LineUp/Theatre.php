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

    /** What is left free under the floor. */
    private const MARGIN = 8;

    private const STEP = 32;

    /** How long a seat is along its row: at least, as rows fill up, and at most. */
    private const LEAST = 24;

    private const MOST = 58;

    /**
     * @param  list<Tier>  $tiers  from the inside
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
            foreach ($one->because->needed as $by) {
                $restsOn[$by->id][] = $one->package_id;
            }
        }

        return $restsOn;
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
        $groups = array_filter($groups, fn (Collection $group): bool => $group->isNotEmpty());
        $radius = self::RING + self::GAP;
        $plan = [];
        foreach ($groups as $name => $group) {
            foreach (self::rows($group->count(), $radius) as $count) {
                $plan[$name][] = [$radius, $count];
                $radius += self::STEP;
            }
            $radius += self::GAP - (self::STEP - Wedge::DEPTH);
        }
        $height = (int) ceil($radius) + 16;
        $middle = $radius + self::WINGS;
        $seat = fn (PlacedRelease $one, Wedge $wedge): Seat => new Seat(
            $one,
            array_values(array_unique($restsOn[$one->package_id] ?? [])),
            $findings->get($one->package_id),
            $shown($one),
            $wedge,
        );
        $tiers = [];
        foreach ($groups as $name => $group) {
            $names = $group->sortBy('name')->values()->all();
            $rows = [];
            $arc = 0.0;
            foreach ($plan[$name] ?? [] as [$inner, $count]) {
                $rows[] = array_map($seat, array_splice($names, 0, $count), self::row($count, $inner, $middle, $height - self::MARGIN));
                $arc = $inner + Wedge::DEPTH + self::GAP / 2 - 2;
            }
            $tiers[] = new Tier($name, $rows, $arc);
        }
        $base = $placed->whereIn('kind', ['game', 'runtime', 'loader'])->keyBy('kind')->all();

        return new self($tiers, $middle, $height, $base);
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

    /** @return list<Wedge> of a row of so many seats, from the left */
    private static function row(int $seats, float $radius, float $middle, float $floor): array
    {
        $step = M_PI / max(1, $seats);
        $half = min($step * 0.46, self::MOST / $radius / 2);
        $wedges = [];
        for ($i = 0; $i < $seats; $i++) {
            $angle = M_PI - ($i + 0.5) * $step;
            $wedges[] = new Wedge($radius, $angle + $half, $angle - $half, $middle, $floor);
        }

        return $wedges;
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
        return $this->height - self::MARGIN;
    }

    /** @return list<Seat> from the inside, each row from left to right */
    public function seats(): array
    {
        return array_merge([], ...array_map(fn (Tier $tier): array => array_merge([], ...$tier->rows), $this->tiers));
    }
}
