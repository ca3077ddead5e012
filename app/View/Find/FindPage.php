<?php

declare(strict_types=1);

namespace App\View\Find;

use App\Depots\PackageRow;
use App\Find\Found;
use App\Find\Query;
use App\Models\Instance;
use App\Models\WishList;
use App\Notices\Known;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderWord;

/** What was found in the depots, for an instance or for a wish list. */
final readonly class FindPage
{
    private Trends $trends;

    /**
     * @param  array<string, string>  $for  package id => "3.0.2 to 3.4.0, Halyard"
     * @param  array<string, non-empty-list<Known>>  $notices  by package id
     */
    private function __construct(
        public string $game,
        public ?Instance $instance,
        public ?WishList $list,
        public Query $query,
        public Found $found,
        private array $for,
        public array $notices = [],
    ) {
        $this->trends = Trends::of(array_values($found->packages->map(fn (PackageRow $package): string => $package->id)->all()));
    }

    /** @param  array<string, non-empty-list<Known>>  $notices  what would hold of those that were found, by package id */
    public static function forInstance(Instance $instance, Query $query, Found $found, array $notices): self
    {
        return new self($instance->plan->base->game, $instance, null, $query, $found, [], $notices);
    }

    public static function forWishes(GameDefinition $game, ?WishList $list, Query $query, Found $found): self
    {
        return new self($game->id, null, $list, $query, $found, self::supported($game, $found));
    }

    /**
     * This search with something otherwise.
     *
     * @param  array<string, string|int>  $with
     */
    public function to(array $with = []): string
    {
        return $this->instance === null
            ? route('find.all', array_filter(['game' => $this->game, 'list' => $this->list?->id]) + $this->query->address($with))
            : route('find', [$this->instance, ...$this->query->address($with)]);
    }

    /** "+1,204 in 9 days"; nothing where that is not known. */
    public function trend(PackageRow $package): string
    {
        return $this->trends->words($package->id, (int) $package->downloads);
    }

    /**
     * What narrows the search beside its words, each with the address without it.
     *
     * @param  iterable<object{slug: string, name: string}>  $depots
     * @return array<string, string> words => address
     */
    public function chips(iterable $depots): array
    {
        $query = $this->query;
        $words = [
            'fit' => Query::FITS[$query->fit],
            'new' => 'came since you last looked',
            'kind' => Kind::tryFrom($query->kind)?->word(2) ?? '',
            'category' => $query->category,
            'side' => $query->side === 'both' ? 'both sides' : "{$query->side} only",
            'depot' => collect($depots)->pluck('name', 'slug')[$query->depot] ?? $query->depot,
            'sort' => 'by '.Query::SORTS[$query->sort],
        ];
        $chips = [];
        foreach (array_intersect_key($words, array_diff_key($query->address(), ['q' => true, 'shown' => true])) as $field => $chip) {
            $chips[$chip] = $this->to([$field => '', 'shown' => '']);
        }

        return $chips;
    }

    /** The same words, and nothing else. */
    public function plain(): string
    {
        return $this->to(array_map(fn (): string => '', $this->query->address()) + ['q' => $this->query->words]);
    }

    /** Whether it can be marked. */
    public function isOpen(string $id): bool
    {
        return $this->instance === null
            ? ! $this->isWished($id)
            : ! in_array($this->found->verdicts[$id]->fit->value, ['there', 'off'], true);
    }

    public function isWished(string $id): bool
    {
        return in_array($id, array_column($this->list->lines ?? [], 'id'), true);
    }

    /** What it is for, where no instance says what it has to fit. */
    public function supports(string $id): string
    {
        return $this->for[$id] ?? '';
    }

    /** @return array<string, string> */
    private static function supported(GameDefinition $game, Found $found): array
    {
        $names = PackageRow::query()
            ->whereIn('id', array_map(fn (LoaderWord $loader): string => $loader->id, $game->loaders))
            ->pluck('name', 'id')
            ->all();
        $order = array_flip(array_column($game->versions, 'version'));
        $for = [];
        foreach (
            DB::table('packages')
                ->whereIn('id', $found->packages->pluck('id'))
                ->selectRaw("id, array_to_string(supports, '\n') as supports")
                ->get() as $row
        ) {
            $versions = $loaders = [];
            foreach (explode("\n", (string) $row->supports) as $key) {
                [$of, $version, $loader] = [...explode(' ', $key), '', ''];
                if ($of === $game->id && isset($order[$version])) {
                    $versions[$version] = $order[$version];
                    $loaders[$loader] = $names[$loader] ?? $loader;
                }
            }
            asort($versions);
            $versions = array_map(strval(...), array_keys($versions));
            $ends = array_unique([$versions[0] ?? '', $versions[count($versions) - 1] ?? '']);
            $for[(string) $row->id] = implode(', ', array_filter([implode(' to ', $ends), ...array_values($loaders)]));
        }

        return $for;
    }
}
