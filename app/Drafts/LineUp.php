<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Depots\Catalogue\Bulk;
use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\ReleaseRow;
use App\Models\PlacedRelease;
use App\Refusal\Refusal;
use App\Store\Store;
use Illuminate\Database\Eloquent\Collection as EloquentCollection;
use Illuminate\Support\Collection;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Replacement;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Deadline;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Selected;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Version\Syntax;

/** What a plan comes to: its line-up with the files behind it, or why there is none. */
final class LineUp
{
    /** @var array<string, Offered>|null by "id version" */
    private ?array $files = null;

    /** @var array<string, string>|null */
    private ?array $replaced = null;

    private ?int $toFetch = null;

    /** @var array<string, string>  packages whose files have nothing in them for this version of the game => a sentence */
    private array $lacking = [];

    /**
     * @param  array<string, string>  $have  package id => version that is applied now
     * @param  Collection<int, PlacedRelease>  $remembered  releases whose files may be in the store though no depot has them
     * @param  bool  $isStopped  whether there was no time to work it out
     */
    private function __construct(
        public readonly Plan $plan,
        public readonly array $have,
        public readonly ?Resolved $resolved,
        public readonly ?Impossible $impossible,
        public readonly DepotCatalogue $catalogue,
        private readonly Collection $remembered,
        public readonly bool $isStopped = false,
        private readonly ?Told $told = null,
    ) {
    }

    /**
     * @param  array<string, string>  $have
     * @param  Collection<int, PlacedRelease>  $remembered
     * @param  Told|null  $told  why it cannot be and what would help, where that is known: what would help is not tried again
     */
    public static function of(
        Plan $plan,
        array $have,
        DepotCatalogue $catalogue,
        Collection $remembered,
        ?Deadline $deadline = null,
        ?Told $told = null,
    ): self {
        // A restore point is reached by keeping what was there then.
        $request = $plan->request($catalogue, $catalogue->game, $plan->once->restore->versions ?? $have);
        $catalogue->load([
            ...array_map(fn ($want): string => $want->id, $request->want),
            ...array_map(strval(...), array_keys($request->have)),
        ]);
        $resolver = new Resolver($catalogue, $deadline);
        try {
            $answer = (new Keeping($resolver))->resolve($request, $plan->base->packages());

            if ($answer instanceof Resolved) {
                return (new self($plan, $have, $answer, null, $catalogue, $remembered))->whole();
            }
            $why =
                $told === null
                    ? Impossible::of($request, $answer, $resolver, whole: false)
                    : Impossible::explained($request, $answer, $resolver);

            return new self($plan, $have, null, $why, $catalogue, $remembered, told: $told);
        } catch (Stopped) {
            return new self($plan, $have, null, null, $catalogue, $remembered, $told === null, $told);
        }
    }

    /**
     * The line-up in which nothing of what is there changes; null when there is none.
     *
     * @param  array<string, string>  $have
     * @param  DepotCatalogue  $around  with what stands, and all that what is new can lead to
     * @param  Collection<int, PlacedRelease>  $remembered
     */
    public static function unchanged(
        Plan $plan,
        array $have,
        DepotCatalogue $around,
        Collection $remembered,
        ?Deadline $deadline = null,
    ): ?self {
        try {
            $answer = (new Resolver($around, $deadline))->unchanged($plan->request($around, $around->game, $have), $plan->base->packages());
        } catch (Stopped) {
            return new self($plan, $have, null, null, $around, $remembered, true);
        }

        return $answer === null ? null : (new self($plan, $have, $answer, null, $around, $remembered))->whole();
    }

    /**
     * The line-up that was worked out before, found again without working it out.
     *
     * @param  array<string, string>  $have
     * @param  array<string, string>  $versions  package id => version, of the line-up
     * @param  Collection<int, PlacedRelease>  $remembered
     */
    public static function again(
        Plan $plan,
        array $have,
        array $versions,
        DepotCatalogue $catalogue,
        Collection $remembered,
        ?Deadline $deadline = null,
    ): ?self {
        $found = self::unchanged($plan, $versions, $catalogue, $remembered, $deadline);

        return $found?->resolved === null ? null : new self($plan, $have, $found->resolved, null, $catalogue, $remembered);
    }

    /**
     * One that there was no time for, or of which only is kept why it cannot be.
     *
     * @param  array<string, string>  $have
     */
    public static function stopped(Plan $plan, array $have, DepotCatalogue $catalogue, ?Told $told = null): self
    {
        return new self($plan, $have, null, null, $catalogue, new Collection(), $told === null, $told);
    }

    /** Itself; or one that cannot be, where a file has nothing in it for this version of the game: a waiver does not put it there. */
    private function whole(): self
    {
        $this->files();

        if ($this->lacking === []) {
            return $this;
        }
        [$id, $sentence] = [(string) array_key_first($this->lacking), array_values($this->lacking)[0]];
        $wants = $this->wantsThatBring([$id]);
        $blame = array_keys(array_filter($this->plan->wants, fn (Want $want): bool => in_array($want->id, $wants, true)));
        $without = PlanDocument::write(array_reduce($wants, fn (Plan $plan, string $want): Plan => $plan->without($want), $this->plan));
        $names = array_map(fn (string $want): string => $this->catalogue->package($want)?->title() ?? $want, $wants);
        $repairs =
            $wants === []
                ? []
                : [
                    substr(hash('sha256', $without), 0, 16) => [
                        'text' => 'Do without '.implode(' and ', $names),
                        'changes' => count($wants),
                        'plan' => $without,
                    ],
                ];

        return self::stopped(
            $this->plan,
            $this->have,
            $this->catalogue,
            new Told(array_map(fn (int $at): int => Plan::BASE + $at, $blame), [['text' => $sentence, 'from' => []]], $repairs, true),
        );
    }

    /** Whether the file of a release, as far as a depot says, has something in it for this version of the game. */
    public function hasFolder(string $id, string $version): bool
    {
        $content = ReleaseRow::query()->where('package_id', $id)->where('version', $version)->value('content');

        return $this->folderOf(is_string($content) ? $content : null) !== false;
    }

    /** Why there is none; null when there is one, or it is not known. */
    public function told(): ?Told
    {
        return $this->told ?? ($this->impossible === null ? null : Told::of($this->impossible, $this));
    }

    public function changes(): Changes
    {
        return Changes::between($this->have, $this->resolved?->versions() ?? $this->have);
    }

    /**
     * The wants without which these packages would not be in the line-up.
     *
     * @param  list<string>  $ids
     * @return list<string>
     */
    public function wantsThatBring(array $ids): array
    {
        $because = [];
        foreach ($this->resolved->selection ?? [] as $selected) {
            $because[$selected->package->id] = $selected;
        }
        $wants = $seen = [];
        while ($ids !== []) {
            $id = array_pop($ids);
            if (isset($seen[$id]) || ! isset($because[$id]) || in_array($id, $this->plan->base->packages(), true)) {
                continue;
            }
            $seen[$id] = true;
            if ($this->plan->wants($id)) {
                $wants[] = $id;
            }
            foreach ($because[$id]->because as $reason) {
                if ($reason->want === null) {
                    $ids[] = $reason->id;
                }
            }
        }

        return $wants;
    }

    /** @return array<string, string> package id => the id of what replaces it, whole: it is asked for, and its files stay away meanwhile */
    public function replaced(): array
    {
        if ($this->replaced !== null) {
            return $this->replaced;
        }
        $this->replaced = [];
        $versions = $this->resolved?->versions() ?? [];
        foreach ($this->resolved->selection ?? [] as $selected) {
            foreach (isset($this->replaced[$selected->package->id]) ? [] : $selected->release->replaces as $replacement) {
                $other = $replacement->packageIn($versions, $this->catalogue, $selected->package);
                if ($other !== null) {
                    $this->replaced[$other->id] ??= $selected->package->id;
                }
            }
        }

        return $this->replaced;
    }

    /**
     * What others make obsolete of a package's files. What needs the other one, and what a person has put over it, is made
     * for it, and stays.
     *
     * @return list<Replacement>
     */
    public function obsoleteOf(Selected $of): array
    {
        $others = array_filter(
            $this->resolved->selection ?? [],
            fn (Selected $other): bool => $other->release->replaces !== [] && $other->package->id !== $of->package->id,
        );
        if ($others === []) {
            return [];
        }
        $place = array_flip($this->plan->order);
        $needed = array_merge(
            [],
            ...array_map(
                fn (Need $need): array => array_map(fn (Target $target): string => $target->id, $need->alternatives),
                $of->release->needs(),
            ),
        );
        $obsolete = [];
        foreach ($others as $other) {
            $isOver = ($place[$of->package->id] ?? -1) > ($place[$other->package->id] ?? PHP_INT_MAX);
            if (! $isOver && ! in_array($other->package->id, $needed, true)) {
                array_push(
                    $obsolete,
                    ...array_filter($other->release->replaces, fn (Replacement $replacement): bool => $replacement->target === null),
                );
            }
        }

        return $obsolete;
    }

    /** @return array<string, string> package id => why, of what the loader of the base extends */
    public function underBase(): array
    {
        $under = [];
        $over = $this->plan->base->packages();
        // What is extended may extend another one.
        for ($known = -1; $known < count($under);) {
            $known = count($under);
            foreach ($this->resolved->selection ?? [] as $selected) {
                foreach ($selected->because as $reason) {
                    if ($reason->isExtension && in_array($reason->id, [...$over, ...array_map(strval(...), array_keys($under))], true)) {
                        $under[$selected->package->id] ??=
                            ($this->catalogue->package($reason->id)?->title() ?? $reason->id)." extends {$selected->package->title()}";
                    }
                }
            }
        }

        return $under;
    }

    /** @return list<Waiver> those for releases that the line-up does not hold any more */
    public function lapsing(): array
    {
        $kept = $this->plan->lapsed($this->resolved?->versions() ?? $this->have)->waivers;

        return array_values(array_filter($this->plan->waivers, fn (Waiver $waiver): bool => ! in_array($waiver, $kept, true)));
    }

    /** @return list<Selected> without game and runtime, and what stands for no loader: they have no files */
    public function withFiles(): array
    {
        return array_values(
            array_filter(
                $this->resolved->selection ?? [],
                fn (Selected $selected): bool => ! in_array($selected->package->kind, [Kind::Game, Kind::Runtime], true) &&
                    ! $this->catalogue->game->isItself($selected->package->id),
            ),
        );
    }

    public function fileOf(Selected $selected): Offered
    {
        return $this->files()[$selected->package->id.' '.$selected->release->version] ??
            throw Refusal::conflict("No depot has the file of {$selected->package->title()} {$selected->release->version} any more.");
    }

    /** @return array<string, Offered> by "id version" */
    private function files(): array
    {
        if ($this->files !== null) {
            return $this->files;
        }
        $this->files = $orphans = [];
        $offers = $this->offers();
        $placed = $this->remembered->keyBy(fn (PlacedRelease $placed): string => "{$placed->raw('package_id')} {$placed->raw('version')}");
        foreach ([...$offers->keys(), ...$placed->keys()] as $key) {
            $known = $placed[$key] ?? null;
            $of = $offers[$key] ?? collect();
            // What is placed stays what it is, though the first depot may have another file under the same version.
            $digest = $known?->sha256 !== null ? trim($known->sha256) : $of->first()?->file_sha256;
            $same = array_values($of->filter(fn (ReleaseRow $release): bool => $release->file_sha256 === $digest)->all());
            if ($same !== []) {
                $this->files[$key] = $this->offered($same);
            } elseif ($known !== null && $digest !== null) {
                $name = $known->file_name ?? basename((string) $known->path);
                $this->files[$key] = new Offered($digest, $known->size, $name, $known->content, []);
                $orphans[$key] = $digest;
            }
        }

        return $this->files = $this->fromElsewhere($orphans, $this->files) + $this->files;
    }

    /** @return Collection<string, EloquentCollection<int, ReleaseRow>> by "id version", as the depots are trusted */
    private function offers(): Collection
    {
        $versions = $this->resolved?->versions() ?? [];

        return ReleaseRow::query()
            ->with('depot')
            ->select('releases.*')
            ->join('depots', 'depots.id', '=', 'releases.depot_id')
            ->orderBy('depots.place')
            ->orderBy('depots.id')
            ->whereRaw('(package_id, version) in (select id collate "C", version from unnest(?::text[], ?::text[]) as one (id, version))', [
                Bulk::list(array_map(strval(...), array_keys($versions))),
                Bulk::list(array_values($versions)),
            ])
            ->get()
            ->groupBy(fn (ReleaseRow $release): string => "{$release->package_id} {$release->version}");
    }

    /**
     * The one file that several depots have; where it has nothing for this version of the game, that is noted.
     *
     * @param  non-empty-list<ReleaseRow>  $same
     */
    private function offered(array $same): Offered
    {
        $first = $same[0];
        $folder = $this->folderOf($first->content);
        if ($folder === false && ($this->resolved?->versions()[$first->package_id] ?? null) === $first->version) {
            $title = $this->catalogue->package($first->package_id)?->title() ?? $first->package_id;
            $this->lacking[$first->package_id] = "The file of {$title} {$first->version} has nothing in it ".
                "for {$this->catalogue->game->name} {$this->plan->base->gameVersion}, so it cannot be laid there, whatever is disregarded.";
        }

        return new Offered($first->file_sha256, $first->file_size, $first->file_name, $folder === false ? null : $folder, $same);
    }

    /**
     * What is placed and goes by another name in the depots by now is fetched by its digest.
     *
     * @param  array<string, string>  $orphans  "id version" => SHA-256
     * @param  array<string, Offered>  $files  as they are known
     * @return array<string, Offered>
     */
    private function fromElsewhere(array $orphans, array $files): array
    {
        if ($orphans === []) {
            return [];
        }
        $elsewhere = ReleaseRow::query()->with('depot')->whereIn('file_sha256', array_values($orphans))->get()->groupBy('file_sha256');
        $found = [];
        foreach ($orphans as $key => $digest) {
            $file = $files[$key];
            $offers = array_values(($elsewhere[$digest] ?? collect())->all());
            $found[$key] = new Offered($digest, $file->size, $file->name, $file->content, $offers);
        }

        return $found;
    }

    /** Of folders for several versions of the game, the first that is for this one, false if none is; the one that there is else. */
    private function folderOf(?string $content): string|false|null
    {
        $folders = $content !== null && str_starts_with($content, '[') ? json_decode($content, true) : null;
        if (! is_array($folders)) {
            return $content;
        }
        $game = $this->catalogue->package($this->plan->base->game);
        $position = $game?->positionOf($this->plan->base->gameVersion);
        foreach ($folders as [$range, $folder]) {
            if ($game === null || $position === null || $game->within((string) $range, Syntax::Comparator)->has($position)) {
                return (string) $folder;
            }
        }

        return false;
    }

    /** Bytes that have to be fetched. */
    public function toFetch(): int
    {
        return $this->toFetch ??= array_sum(array_map(fn (Offered $file): int => $file->size, $this->missing()));
    }

    /** @return array<string, Offered> files that are not in the store, by digest */
    public function missing(): array
    {
        $store = new Store();
        $missing = [];
        foreach ($this->withFiles() as $selected) {
            $file = $this->fileOf($selected);
            if (! $store->has($file->sha256)) {
                $missing[$file->sha256] = $file;
            }
        }

        return $missing;
    }

    /** Bytes of all its files. */
    public function size(): int
    {
        return array_sum(array_map(fn (Selected $selected): int => $this->fileOf($selected)->size, $this->withFiles()));
    }
}
