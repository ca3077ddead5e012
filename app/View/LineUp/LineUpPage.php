<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Depots\PackageRow;
use App\Drafts\Outcomes;
use App\Findings\Asides;
use App\Findings\Finding;
use App\Findings\Look;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Models\WhyThere;
use App\Rehearsals\Log\Started;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;

/** What is applied in an instance, as a table or as a theatre, all of it or some, in one order or another. */
final readonly class LineUpPage
{
    public const FILTERS = ['' => 'All', 'asked' => 'Asked for', 'findings' => 'Findings', 'updates' => 'Updates', 'off' => 'Off'];

    public const SORTS = ['' => 'tier', 'name' => 'name', 'size' => 'size', 'release' => 'newer release', 'finding' => 'finding'];

    private const TIERS = [
        'loader' => 'Loader',
        'library' => 'Libraries',
        'mod' => 'Mods',
        'resource-pack' => 'Resource packs',
        'shader-pack' => 'Shader packs',
        'data-pack' => 'Data packs',
        'expansion' => 'Expansions',
    ];

    /** @var list<Finding> */
    public array $findings;

    /** @var list<Finding> what is true all the same, and was set aside */
    public array $aside;

    /** @var Collection<string, Finding> the most serious of each package */
    public Collection $marks;

    /** @var list<LineUpRow> */
    private array $rows;

    private function __construct(
        private Instance $instance,
        public Look $look,
        public string $only,
        public string $sort,
        public string $words,
        public bool $asTheatre,
        Outcomes $outcomes,
        public Started $started,
        Asides $asides,
    ) {
        $this->findings = $asides->told($look, $instance);
        $this->aside = $asides->aside($look, $instance);
        $this->marks = collect($this->findings)
            ->filter(fn (Finding $finding): bool => $finding->package !== null)
            ->reverse()
            ->keyBy('package');
        $this->rows = $this->all($outcomes);
    }

    /** @param  array<string, string>  $address  what the page's address says; what makes no sense in it is passed over */
    public static function of(
        Instance $instance,
        Look $look,
        Outcomes $outcomes,
        array $address,
        Started $started,
        Asides $asides,
    ): self {
        $only = $address['only'] ?? '';
        $sort = $address['sort'] ?? '';

        return new self(
            $instance,
            $look,
            isset(self::FILTERS[$only]) ? $only : '',
            isset(self::SORTS[$sort]) ? $sort : '',
            mb_substr(trim($address['q'] ?? ''), 0, 200),
            ($address['view'] ?? '') === 'theatre',
            $outcomes,
            $started,
            $asides,
        );
    }

    /** @return array<string, list<LineUpRow>> heading => rows; without tiers, one group with no heading */
    public function groups(): array
    {
        $rows = array_values(array_filter($this->rows, fn (LineUpRow $row): bool => $this->isShown($row)));
        $rank = match ($this->sort) {
            'size' => fn (LineUpRow $row): int => -$row->size,
            'release' => fn (LineUpRow $row): int => $row->standing->update === null ? 2 : ($row->standing->update->fits === null ? 1 : 0),
            'finding' => fn (LineUpRow $row): int => (int) array_search(
                $row->standing->finding?->level->value,
                ['stops', 'breaks', 'look', 'info', null],
                true,
            ),
            default => fn (LineUpRow $row): int => 0,
        };
        usort($rows, fn (LineUpRow $a, LineUpRow $b): int => [$rank($a), mb_strtolower($a->name)] <=> [$rank($b), mb_strtolower($b->name)]);
        if ($this->sort !== '') {
            return $rows === [] ? [] : ['' => $rows];
        }
        $groups = [];
        foreach (self::TIERS as $kind => $tier) {
            $groups[$tier] = array_values(array_filter($rows, fn (LineUpRow $row): bool => $row->kind === $kind));
        }

        return array_filter($groups);
    }

    /** @return array<string, int> filter => rows that it lets through */
    public function counts(): array
    {
        return array_combine(
            array_keys(self::FILTERS),
            array_map(
                fn (string $only): int => count(array_filter($this->rows, fn (LineUpRow $row): bool => $this->passes($row, $only))),
                array_map(strval(...), array_keys(self::FILTERS)),
            ),
        );
    }

    public function updates(): int
    {
        return count(array_filter($this->look->updates, fn ($update): bool => $update->fits !== null));
    }

    /** @return Collection<string, string> package id => name */
    public function names(): Collection
    {
        return $this->instance->placed->pluck('name', 'package_id');
    }

    public function theatre(): Theatre
    {
        $rows = array_filter($this->rows, fn (LineUpRow $row): bool => $this->isShown($row));
        $shown = array_flip(array_map(fn (LineUpRow $row): string => $row->id, $rows));

        return Theatre::of($this->instance->placed, $this->marks, fn (PlacedRelease $placed): bool => isset($shown[$placed->package_id]));
    }

    /**
     * The address of the same page with something else about it.
     *
     * @return array<string, string>
     */
    public function address(?string $only = null, ?bool $asTheatre = null, ?string $sort = null): array
    {
        return array_filter([
            'view' => $asTheatre ?? $this->asTheatre ? 'theatre' : '',
            'only' => $only ?? $this->only,
            'sort' => $sort ?? $this->sort,
            'q' => $this->words,
        ]);
    }

    private function isShown(LineUpRow $row): bool
    {
        return $this->passes($row, $this->only) &&
            ($this->words === '' || mb_stripos("{$row->name} {$row->id} {$row->standing->note}", $this->words) !== false);
    }

    private function passes(LineUpRow $row, string $only): bool
    {
        return match ($only) {
            'asked' => $row->because->isWanted && $row->kind !== 'loader',
            'findings' => $row->standing->finding !== null,
            'updates' => $row->standing->update !== null,
            'off' => $row->isOff() || $row->standing->state === RowState::ComingOn,
            default => true,
        };
    }

    /** @return list<LineUpRow> what has a file, and what is turned off */
    private function all(Outcomes $outcomes): array
    {
        $notes = DB::table('notes')->where('instance_id', $this->instance->id)->pluck('text', 'package_id');
        $ranges = [];
        foreach ([...$this->instance->plan->wants, ...$this->instance->plan->off] as $want) {
            $ranges[$want->id] = $want->range;
        }
        $drafted = $this->instance->draft?->plan;
        $stay = $drafted === null ? null : $outcomes->outcome($this->instance)->versions;
        $rows = [];
        foreach ($this->instance->placed as $placed) {
            $id = (string) $placed->package_id;
            if (in_array($placed->kind, ['game', 'runtime'], true)) {
                continue;
            }
            $state = match (true) {
                $drafted?->isOff($id) === true => RowState::GoingOff,
                $stay !== null && ! isset($stay[$id]) => RowState::Goes,
                default => RowState::On,
            };
            $rows[] = new LineUpRow(
                $id,
                $placed->name,
                $placed->kind,
                $placed->version,
                $placed->side,
                $placed->size,
                $placed->because,
                new RowStanding(
                    $state,
                    $ranges[$id] ?? '',
                    $notes[$id] ?? '',
                    $this->marks[$id] ?? null,
                    $this->look->updates[$id] ?? null,
                    $this->started->words($placed),
                ),
            );
        }

        return [...$rows, ...$this->off($drafted, $ranges, $notes)];
    }

    /**
     * @param  array<string, string>  $ranges
     * @param  Collection<array-key, mixed>  $notes
     * @return list<LineUpRow> what is turned off
     */
    private function off(?Plan $drafted, array $ranges, Collection $notes): array
    {
        $rows = [];
        $off = array_map(fn (Want $want): string => $want->id, $this->instance->plan->off);
        $known =
            $off === []
                ? collect()
                : PackageRow::query()
                    ->whereIn('id', $off)
                    ->get(['id', 'name', 'kind', 'side', 'size'])
                    ->keyBy('id');
        foreach ($off as $id) {
            $package = $known[$id] ?? null;
            $rows[] = new LineUpRow(
                $id,
                $package->name ?? $id,
                $package->kind ?? 'mod',
                '',
                $package->side ?? 'both',
                0,
                new WhyThere(isWanted: true),
                new RowStanding(
                    $drafted !== null && ! $drafted->isOff($id) ? RowState::ComingOn : RowState::Off,
                    $ranges[$id] ?? '*',
                    $notes[$id] ?? '',
                ),
            );
        }

        return $rows;
    }
}
