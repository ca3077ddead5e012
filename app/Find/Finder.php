<?php

declare(strict_types=1);

namespace App\Find;

use App\Depots\Catalogue\SupportKey;
use App\Drafts\Bases;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Models\Instance;
use App\Models\Package;
use App\Models\Task;
use App\Work\Allowance;
use App\Work\TaskKind;
use App\Work\Tasks;
use App\Work\TaskState;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;
use Stasimon\Core\Explain\Verdicts;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Stopped;

/** Searches the depots' packages and says of each what adding it to an instance's draft would come to. */
final readonly class Finder
{
    /** Rows that come at once. */
    public const WINDOW = 50;

    /** Rows that one address can hold. */
    public const MOST = 500;

    /** Beyond this many, how many there are is not counted. */
    public const COUNTED = 1000;

    /** Packages that are looked at for one window of those with a certain verdict. */
    private const LOOKED = 400;

    /** How alike a word has to be to one of a package's, from 0 to 1; a letter left out or swapped stays above it. */
    private const ALIKE = 0.4;

    public function __construct(private LineUps $lineUps, private Outcomes $outcomes, private VerdictMemory $memory, private Tasks $tasks, private Allowance $allowance)
    {
    }

    /**
     * @param  int  $from  where the window begins
     * @param  int  $count  rows of the window
     */
    public function search(Instance $instance, Query $query, int $from, int $count): Found
    {
        $near = false;
        $all = $this->matching($instance, $query, $near);
        $total = $this->count($all);
        if ($total === 0 && $query->words !== '') {
            $near = true;
            DB::select("select set_config('pg_trgm.word_similarity_threshold', ?, false)", [(string) self::ALIKE]);
            $all = $this->matching($instance, $query, $near);
            $total = $this->count($all);
        }
        $tiers = $this->ordered($all, $query, $near);
        if ($query->wantsFit() !== null) {
            return $this->fitting($instance, $tiers, $query->wantsFit(), $from, $count, $total, $near);
        }
        $packages = $this->window($tiers, $from, $count);
        $next = $from + $packages->count() < $total || ($total === self::COUNTED && $packages->count() === $count) ? $from + $packages->count() : null;

        return new Found($packages, $this->verdictsOf($instance, self::ids($packages)), $next, $total, $packages->count(), $near);
    }

    /**
     * Goes through what was found until enough of it has the verdict that is asked for.
     *
     * @param  list<Builder<Package>>  $tiers
     */
    private function fitting(Instance $instance, array $tiers, Fit $fit, int $from, int $count, int $total, bool $near): Found
    {
        $found = new Collection;
        $verdicts = [];
        $at = $from;
        $over = false;
        while ($found->count() < $count && $at - $from < self::LOOKED && ! $over) {
            $portion = $this->window($tiers, $at, self::WINDOW);
            $over = $portion->count() < self::WINDOW;
            foreach ($this->verdictsOf($instance, self::ids($portion)) as $id => $verdict) {
                $at++;
                if ($verdict->fit === $fit) {
                    $found->push($portion->firstWhere('id', (string) $id));
                    $verdicts[(string) $id] = $verdict;
                    if ($found->count() === $count) {
                        break;
                    }
                }
            }
        }

        return new Found($found, $verdicts, $over && $at >= $from + $portion->count() && $found->count() < $count ? null : $at, $total, $at, $near);
    }

    /** @return list<string> what a row shows; not the document, which only the resolver reads */
    private function columns(): array
    {
        return ['id', 'kind', 'name', 'summary', 'side', 'downloads', 'size', 'published_at'];
    }

    /** @return Builder<Package> */
    private function matching(Instance $instance, Query $query, bool $near): Builder
    {
        $all = Package::query()->whereRaw('games @> array[?]', [$instance->plan->base->game])->where('kind', '!=', Kind::Loader->value);
        if ($query->kind !== '') {
            $all->where('kind', $query->kind);
        }
        if ($query->category !== '') {
            $all->whereJsonContains('categories', $query->category);
        }
        if ($query->side !== '') {
            $all->where('side', $query->side);
        }
        if ($query->depot !== '') {
            $all->whereIn('id', DB::table('sources')->join('depots', 'depots.id', '=', 'sources.depot_id')->where('slug', $query->depot)->select('package_id'));
        }
        if ($query->wantsFit() === Fit::Now) {
            // What does not name this version and loader cannot fit now, so it need not be asked about.
            $plan = $instance->draft->plan ?? $instance->plan;
            $bases = new Bases($this->lineUps->catalogue($instance)->game, $this->lineUps->catalogue($instance));
            $all->whereRaw('supports && ?::text[]', [SupportKey::anyOf($plan->base->game, $plan->base->gameVersion, $bases->standsFor($plan->base->loader))]);
        }
        // Each word has to be in the text, from its beginning or inside; or, the second time, be spelled nearly like one that is.
        foreach (self::words($query->words) as $word) {
            $isPlain = preg_match('/^[\pL\pN]+$/Du', $word) === 1;
            match (true) {
                $near => $all->whereRaw('? <% search', [$word]),
                // Whatever begins like it, in the sense of the text search, then has it inside.
                $isPlain => $all->whereRaw("search like ? escape '!'", ['%'.self::like($word).'%']),
                default => $all->where(fn ($any) => $any->whereRaw("words @@ to_tsquery('simple', ?)", [self::beginning($word)])->orWhereRaw("search like ? escape '!'", ['%'.self::like($word).'%'])),
            };
        }

        return $all;
    }

    /**
     * What was found in tiers, the best first, each in an order that an index has: so the first of many are found without
     * looking at all of them.
     *
     * @param  Builder<Package>  $all
     * @return non-empty-list<Builder<Package>>
     */
    private function ordered(Builder $all, Query $query, bool $near): array
    {
        $words = self::words($query->words);
        $whole = implode(' ', $words);
        $byDownloads = fn (Builder $tier): Builder => $tier->orderByDesc('downloads')->orderBy('id');
        if ($words !== [] && ! $near && ! in_array($query->sort, ['updated', 'size', 'name', 'downloads'], true)) {
            [$begins, $inside] = [self::like($whole).'%', '%'.self::like($words[0]).'%'];

            return [
                $byDownloads((clone $all)->whereRaw("lower(name) like ? escape '!'", [$begins])->orderByRaw('(lower(name) = ?) desc', [$whole])),
                $byDownloads((clone $all)->whereRaw("lower(name) like ? escape '!' and lower(name) not like ? escape '!'", [$inside, $begins])),
                $byDownloads((clone $all)->whereRaw("lower(name) not like ? escape '!' and lower(name) not like ? escape '!'", [$inside, $begins])),
            ];
        }
        match (true) {
            $query->sort === 'updated' => $all->orderByRaw('published_at desc nulls last'),
            $query->sort === 'size' => $all->orderByDesc('size'),
            $query->sort === 'name' => $all->orderByRaw('lower(name)'),
            $query->sort === 'downloads' || $words === [] => $all->orderByDesc('downloads'),
            default => $all->orderByRaw('word_similarity(?, lower(name)) desc, downloads desc', [$whole]),
        };

        return [$all->orderBy('id')];
    }

    /**
     * @param  list<Builder<Package>>  $tiers
     * @return Collection<int, Package>
     */
    private function window(array $tiers, int $from, int $count): Collection
    {
        $found = new Collection;
        $skip = $from;
        foreach ($tiers as $tier) {
            $these = (clone $tier)->offset($skip)->limit($count - $found->count())->get($this->columns());
            $found = $found->concat($these);
            if ($found->count() === $count) {
                break;
            }
            $skip = $these->isEmpty() && $skip > 0 ? $skip - min($skip, (clone $tier)->toBase()->reorder()->count()) : 0;
        }

        return $found;
    }

    /**
     * @param  Collection<int, Package>  $packages
     * @return list<string>
     */
    private static function ids(Collection $packages): array
    {
        return array_values($packages->map(fn (Package $package): string => $package->id)->all());
    }

    /** Words as a pattern that stands for nothing but them, with "!" before its signs. */
    private static function like(string $words): string
    {
        return str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $words);
    }

    /** A text search query for what begins like a word: "fog:*"; of signs alone, an empty one. */
    private static function beginning(string $word): string
    {
        return implode(' & ', array_map(fn (string $part): string => $part.':*', preg_split('/[^\pL\pN]+/u', $word, flags: PREG_SPLIT_NO_EMPTY) ?: []));
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        return array_slice(array_values(array_filter(preg_split('/\s+/u', mb_strtolower($text)) ?: [], fn (string $word): bool => $word !== '')), 0, 12);
    }

    /** @param  Builder<Package>  $all */
    private function count(Builder $all): int
    {
        return DB::query()->fromSub((clone $all)->select(DB::raw('1'))->limit(self::COUNTED), 'found')->count();
    }

    /** @return list<string> every category that a package of the game is in */
    public function categories(Instance $instance): array
    {
        return array_values(DB::table('subjects')->where('game', $instance->plan->base->game)->orderBy('category')->limit(60)->pluck('category')->map(strval(...))->all());
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, Verdict> by package id; those that there was no time for are open, and a worker finds them out
     */
    public function verdictsOf(Instance $instance, array $ids): array
    {
        $stamp = $this->lineUps->stamp($instance);
        $known = $this->memory->recall($instance, $stamp, $ids);
        if (array_filter($known, self::isPending(...)) !== [] && ! $this->isAsked($instance)) {
            $known = array_filter($known, fn (Verdict $verdict): bool => ! self::isPending($verdict));
        }
        $new = $this->given($instance, array_values(array_filter($ids, fn (string $id): bool => ! isset($known[$id]))));
        $open = array_map(strval(...), array_keys(array_filter($new, self::isPending(...))));
        $this->memory->keep($instance, $stamp, $new);
        if ($open !== [] && ! $this->isAsked($instance)) {
            $this->tasks->begin(TaskKind::WorkOut, "working out what fits into {$instance->name}", ['instance' => $instance->id, 'packages' => $open]);
        }
        $verdicts = [];
        foreach ($ids as $id) {
            $verdicts[$id] = $known[$id] ?? $new[$id];
        }

        return $verdicts;
    }

    /**
     * Finds out and keeps verdicts, each with the time that a worker has; one that there is no time for then is kept as such.
     *
     * @param  list<string>  $ids
     */
    public function workOut(Instance $instance, array $ids): void
    {
        $stamp = $this->lineUps->stamp($instance);
        foreach ($ids as $id) {
            $this->allowance->forWork();
            $verdict = $this->given($instance, [$id])[$id];
            $this->memory->keep($instance, $stamp, [$id => $verdict->fit === Fit::Open ? new Verdict(Fit::GivenUp, 'takes too long to work out') : $verdict]);
        }
    }

    private static function isPending(Verdict $verdict): bool
    {
        return $verdict->fit === Fit::Open;
    }

    /** Whether a worker is to find out, or is finding out, verdicts of an instance already. */
    private function isAsked(Instance $instance): bool
    {
        return Task::query()->where('kind', TaskKind::WorkOut)->whereIn('state', TaskState::open())->where('subject->instance', $instance->id)->whereNotNull('subject->packages')->exists();
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, Verdict> by package id
     */
    private function given(Instance $instance, array $ids): array
    {
        if ($ids === []) {
            return [];
        }
        $versions = $this->outcomes->outcome($instance)->versions;
        $plan = $this->lineUps->plan($instance);
        $near = $this->lineUps->catalogueAround($instance, $ids, $versions ?? []);
        $quick = $thorough = null;
        $byId = [];
        foreach ($ids as $id) {
            $package = $near->package($id);
            try {
                $byId[$id] = match (true) {
                    $package === null => new Verdict(Fit::Not, 'no depot has it any more'),
                    $plan->isOff($id) => new Verdict(Fit::Off, 'turned off'),
                    $versions === null => $plan->wants($id) ? new Verdict(Fit::There, 'asked for already') : new Verdict(Fit::Not, 'the draft has no line-up; mend it first'),
                    $this->allowance->isSpent() => throw new Stopped,
                    default => ($quick ??= new Verdicts($near, $near->game, $plan, $versions, $this->allowance))->quick($package)
                        ?? ($thorough ??= $this->thorough($instance, $plan, $versions, $ids))->of($package),
                };
            } catch (Stopped) {
                $byId[$id] = new Verdict(Fit::Open, 'not worked out yet');
            }
        }

        return $byId;
    }

    /**
     * The line-up that a verdict speaks of, with the package in it; null when it cannot be, or is there already.
     *
     * @return array<string, string>|null package id => version
     */
    public function lineUpWith(Instance $instance, string $id, Verdict $verdict): ?array
    {
        return in_array($verdict->fit, [Fit::Now, Fit::AfterChange], true)
            ? $this->lineUps->lineUpOf($this->lineUps->plan($instance)->wanting($id), $instance)->resolved?->versions()
            : null;
    }

    /**
     * For the few of which it has to be known what else could change: with the whole of everything.
     *
     * @param  array<string, string>  $versions
     * @param  list<string>  $ids
     */
    private function thorough(Instance $instance, Plan $plan, array $versions, array $ids): Verdicts
    {
        $catalogue = $this->lineUps->catalogue($instance);
        $catalogue->load([...$ids, ...array_map(strval(...), array_keys($versions))]);

        return new Verdicts($catalogue, $catalogue->game, $plan, $versions, $this->allowance);
    }
}
