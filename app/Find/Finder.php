<?php

declare(strict_types=1);

namespace App\Find;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Catalogue\SupportKey;
use App\Depots\PackageRow;
use App\Drafts\Answer;
use App\Drafts\Bases;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Drafts\Steps\Fits;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Work\Allowance;
use App\Work\Tasks;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;
use Stasimon\Core\Explain\Verdicts;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Want;

/** Searches the depots' packages and says of each what adding it to an instance's draft would come to. */
final readonly class Finder implements Fits
{
    /** Rows that come at once: two screens of them, while the next are asked for. */
    public const WINDOW = 25;

    /** Rows that one address can hold. */
    public const MOST = 500;

    /** Packages that are looked at for one window of those with a certain verdict. */
    private const LOOKED = 400;

    public function __construct(
        private PackageSearch $searching,
        private LineUps $lineUps,
        private Outcomes $outcomes,
        private VerdictMemory $memory,
        private Tasks $tasks,
        private Allowance $allowance,
        private Games $games,
    ) {
    }

    /**
     * @param  int  $from  where the window begins
     * @param  int  $count  rows of the window
     */
    public function search(Instance $instance, Query $query, int $from, int $count): Found
    {
        $matches = $this->searching->search(
            $instance->plan->base->game,
            $query,
            fn (Builder $all) => $query->wantsFit() === Fit::Now
                ? $all->whereRaw('supports && ?::text[]', [$this->keysOf($instance)])
                : null,
        );
        if ($query->wantsFit() !== null) {
            return $this->fitting($instance, $matches, $query->wantsFit(), $from, $count);
        }
        if ($query->isOpen()) {
            $matches = $matches->firstFor($this->keysOf($instance), $this->idsIn($instance));
        }
        $packages = $matches->window($from, $count);

        return new Found(
            $packages,
            $this->verdictsOf($instance, self::ids($packages)),
            $matches->after($from, $packages->count(), $count),
            $matches->total,
            $packages->count(),
            $matches->near,
        );
    }

    /** An instance's version and loader: what does not name them cannot fit now, so it need not be asked about. */
    private function keysOf(Instance $instance): string
    {
        $plan = $this->lineUps->plan($instance);
        $catalogue = $this->lineUps->catalogue($instance);

        return SupportKey::anyOf(
            $plan->base->game,
            $plan->base->gameVersion,
            (new Bases($catalogue->game, $catalogue))->standsFor($plan->base->loader),
        );
    }

    /** @return list<string> what is in the draft's line-up, or asked for in vain */
    private function idsIn(Instance $instance): array
    {
        $plan = $this->lineUps->plan($instance);
        $wanted = array_map(fn (Want $want): string => $want->id, [...$plan->wants, ...$plan->off]);

        return array_values(
            array_unique([...$wanted, ...array_map(strval(...), array_keys($this->outcomes->outcome($instance)->versions ?? []))]),
        );
    }

    /** Goes through what was found until enough of it has the verdict that is asked for. */
    private function fitting(Instance $instance, Matches $matches, Fit $fit, int $from, int $count): Found
    {
        $found = new Collection();
        $verdicts = [];
        $at = $from;
        $over = false;
        while ($found->count() < $count && $at - $from < self::LOOKED && ! $over) {
            $portion = $matches->window($at, self::WINDOW);
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

        return new Found(
            $found,
            $verdicts,
            $over && $at >= $from + $portion->count() && $found->count() < $count ? null : $at,
            $matches->total,
            $at,
            $matches->near,
        );
    }

    /**
     * @param  Collection<int, PackageRow>  $packages
     * @return list<string>
     */
    private static function ids(Collection $packages): array
    {
        return array_values($packages->map(fn (PackageRow $package): string => $package->id)->all());
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
            $this->tasks->begin(TaskKind::WorkOut, "working out what fits into {$instance->name}", [
                'instance' => $instance->id,
                'packages' => $open,
            ]);
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
            $this->memory->keep($instance, $stamp, [
                $id => $verdict->fit === Fit::Open ? new Verdict(Fit::GivenUp, 'takes too long to work out') : $verdict,
            ]);
        }
    }

    private static function isPending(Verdict $verdict): bool
    {
        return $verdict->fit === Fit::Open;
    }

    /** Whether a worker is to find out, or is finding out, verdicts of an instance already. */
    private function isAsked(Instance $instance): bool
    {
        return Task::query()
            ->where('kind', TaskKind::WorkOut)
            ->whereIn('state', TaskState::open())
            ->where('subject->instance', $instance->id)
            ->whereNotNull('subject->packages')
            ->exists();
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
        $outcome = $this->outcomes->outcome($instance);
        $versions = $outcome->versions;
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
                    $outcome->answer === Answer::Open && ! $plan->wants($id) => throw new Stopped(),
                    $versions === null => $plan->wants($id)
                        ? new Verdict(Fit::There, 'asked for already')
                        : new Verdict(Fit::Not, 'the draft has no line-up; mend it first'),
                    $this->allowance->isSpent() => throw new Stopped(),
                    default => ($quick ??= $this->verdicts($near, $plan, $versions, $ids))->quick($package) ??
                        ($thorough ??= $this->thorough($instance, $plan, $versions, $ids))->of($package),
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
     * @param  array<string, string>  $versions  package id => version, as it is without
     * @return array<string, string>|null package id => version
     */
    public function lineUpWith(Instance $instance, string $id, array $versions, Verdict $verdict): ?array
    {
        if ($verdict->brings !== null) {
            return $versions + $verdict->brings;
        }

        return in_array($verdict->fit, [Fit::Now, Fit::AfterChange], true)
            ? $this->lineUps
                ->lineUpOf($this->lineUps->plan($instance)->wantingFrom($id, $verdict->channel), $instance)
                ->resolved?->versions()
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

        return $this->verdicts($catalogue, $plan, $versions, $ids);
    }

    /**
     * @param  array<string, string>  $versions
     * @param  list<string>  $ids
     */
    private function verdicts(DepotCatalogue $catalogue, Plan $plan, array $versions, array $ids): Verdicts
    {
        $others = array_diff_key($this->games->names(), [$catalogue->game->id => true]);
        $abandoned = DB::table('notices')->whereIn('package_id', $ids)->where('kind', 'abandoned')->distinct()->pluck('package_id')->all();

        return new Verdicts(
            $catalogue,
            $catalogue->game,
            $plan,
            $versions,
            $this->allowance,
            $others,
            array_values(array_map(strval(...), $abandoned)),
        );
    }

    /**
     * Channels that have to be allowed for packages to fit as their verdicts say. What there is no time for is left open, and
     * no worker is asked: the draft with it is what is worked out next.
     *
     * @param  list<string>  $ids
     * @return array<string, Channel> by package id
     */
    public function channelsOf(Instance $instance, array $ids): array
    {
        $known = $this->memory->recall($instance, $this->lineUps->stamp($instance), $ids);
        $verdicts = $known + $this->given($instance, array_values(array_filter($ids, fn (string $id): bool => ! isset($known[$id]))));

        return array_filter(array_map(fn (Verdict $verdict): ?Channel => $verdict->channel, $verdicts));
    }
}
