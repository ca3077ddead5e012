<?php

declare(strict_types=1);

namespace App\View\Sharing;

use App\Depots\PackageRow;
use App\Games\Games;
use App\Models\PackRelease;
use App\Models\Task;
use App\Packs\DepotPack;
use App\Packs\FetchPack;
use App\View\Asked;
use Illuminate\Support\Collection;

/** The packs that depots list: of each its newest release, and what was made of fetching it. */
final readonly class FoundPacks
{
    private const SHOWN = 60;

    /**
     * @param  Collection<int, DepotPack>  $packs
     * @param  array<string, Task>  $tasks  SHA-256 => the last that fetches it
     * @param  array<string, string>  $here  id and version of those that are here => their address
     * @param  array<string, string>  $names  of games and loaders
     */
    private function __construct(
        public string $words,
        public Collection $packs,
        private array $tasks,
        private array $here,
        private array $names,
    ) {
    }

    public static function of(string $words): self
    {
        $newest = DepotPack::query()
            ->selectRaw('distinct on (pack) id')
            ->orderBy('pack')
            ->orderByRaw('published_at desc nulls last')
            ->orderByDesc('id');
        foreach (preg_split('/\s+/', mb_strtolower($words), flags: PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $newest->whereRaw("lower(name || ' ' || pack || ' ' || summary) like ? escape '!'", [
                '%'.str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $word).'%',
            ]);
        }
        $packs = DepotPack::query()
            ->with('depot')
            ->whereIn('id', $newest)
            ->orderByRaw('published_at desc nulls last')
            ->orderBy('id')
            ->limit(self::SHOWN)
            ->get();
        // Asked first: what is not on its way any more by then is here when that is asked.
        $tasks = app(FetchPack::class)->tasks($packs);
        $here = PackRelease::query()
            ->whereIn('pack', $packs->pluck('pack')->all())
            ->get(['id', 'pack', 'version'])
            ->mapWithKeys(fn (PackRelease $one): array => ["{$one->pack} {$one->version}" => route('packs.show', $one)])
            ->all();
        $names =
            array_map(fn ($game): string => $game->name, app(Games::class)->all()) +
            PackageRow::query()
                ->whereIn('id', $packs->pluck('loader')->all())
                ->pluck('name', 'id')
                ->all();

        return new self($words, $packs, $tasks, $here, $names);
    }

    public function name(string $id): string
    {
        return $this->names[$id] ?? $id;
    }

    /** Its page, once it is here. */
    public function page(DepotPack $pack): ?string
    {
        return $this->here["{$pack->pack} {$pack->version}"] ?? null;
    }

    public function isComing(DepotPack $pack): bool
    {
        return isset($this->tasks[$pack->file_sha256]) && ! $this->tasks[$pack->file_sha256]->isOver();
    }

    /** Why it did not come. */
    public function problem(DepotPack $pack): string
    {
        return $this->page($pack) === null && ! $this->isComing($pack) ? (string) ($this->tasks[$pack->file_sha256]->problem ?? '') : '';
    }

    public function waits(): bool
    {
        return $this->packs->contains($this->isComing(...));
    }
}
