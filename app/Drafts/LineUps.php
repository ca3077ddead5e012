<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Depots\Catalogue\CatalogueStamp;
use App\Depots\Catalogue\DepotCatalogue;
use App\Games\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Work\Allowance;
use Illuminate\Support\Collection;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Resolve\Choice;
use Stasimon\Core\Resolve\Want;
use WeakMap;

/** What an instance's draft, or another plan of it, comes to, and the catalogue that is read for it. */
final class LineUps
{
    /** The line-up that was worked out last: a page asks for the same one several times. */
    private ?LineUp $last = null;

    private string $lastKey = '';

    /** @var WeakMap<Collection<int, PlacedRelease>, DepotCatalogue> by what is placed */
    private WeakMap $shared;

    public function __construct(private readonly Games $games, private readonly Allowance $allowance)
    {
        $this->shared = new WeakMap();
    }

    /** The plan that the draft holds, or the applied one. */
    public function plan(Instance $instance): Plan
    {
        return $instance->draft->plan ?? $instance->plan;
    }

    public function lineUp(Instance $instance): LineUp
    {
        $stamp = $instance->id.$this->stamp($instance);
        if ($this->last === null || $this->lastKey !== $stamp) {
            $this->last = $this->kept($instance) ?? $this->lineUpOf($this->plan($instance), $instance);
            $this->lastKey = $stamp;
        }

        return $this->last;
    }

    /** What a worker or an earlier page has found out, or is at, so that a page need not begin anew; null when that is nothing. */
    private function kept(Instance $instance): ?LineUp
    {
        $kept = $instance->draft?->outcome;
        if ($kept === null || $kept['stamp'] !== $this->stamp($instance)) {
            return null;
        }
        $outcome = Outcome::ofKept($kept);
        $plan = $this->plan($instance);
        $remembered = $this->remembered($plan, $instance);
        $have = $instance->versions();
        if ($outcome->told?->isWhole === true) {
            // What would help was tried, each of it, and is what takes the time.
            $catalogue = $this->catalogueWith($instance, $remembered);

            return LineUp::of($plan, $have, $catalogue, $remembered, $this->allowance, $outcome->told);
        }
        if (! $kept['byWorker']) {
            return null;
        }
        if ($outcome->versions === null) {
            return LineUp::stopped($plan, $have, $this->catalogueWith($instance, $remembered), $outcome->told);
        }
        $new = array_values(array_diff(array_map(strval(...), array_keys($outcome->versions)), array_map(strval(...), array_keys($have))));

        return LineUp::again(
            $plan,
            $have,
            $outcome->versions,
            $this->catalogueAround($instance, $new, $outcome->versions, [], $plan),
            $remembered,
            $this->allowance,
        );
    }

    /** The same for as long as nothing changes that a line-up or a verdict of the instance rests on. */
    public function stamp(Instance $instance): string
    {
        return hash(
            'xxh128',
            CatalogueStamp::now().
                PlanDocument::write($this->plan($instance)).
                $instance->applied_at?->format('U').
                " {$instance->applies}",
        );
    }

    /**
     * A catalogue in which what some candidates lead to is whole, and of the rest of the line-up only the releases that are
     * in it: all that is needed to say what adding a candidate brings while nothing else changes.
     *
     * @param  list<string>  $candidates
     * @param  array<string, string>  $versions  package id => version, the line-up
     * @param  list<string>  $whole  packages of which every release is wanted, for this game version or not
     * @param  Plan|null  $plan  whose base it is; the draft's, if none is given
     */
    public function catalogueAround(
        Instance $instance,
        array $candidates,
        array $versions,
        array $whole = [],
        ?Plan $plan = null,
    ): DepotCatalogue {
        $plan ??= $this->plan($instance);
        $catalogue = $this->catalogue($instance);
        $documents = [];
        foreach ($instance->placed as $placed) {
            [$id, $document] = [(string) $placed->raw('package_id'), $placed->raw('document')];
            if ($document !== null && ($versions[$id] ?? null) === $placed->raw('version')) {
                $documents[$id] = $document;
            }
        }
        $changed = array_diff(array_map(strval(...), array_keys($versions)), array_map(strval(...), array_keys($documents)));
        $catalogue->around(
            [...$candidates, ...array_values($changed)],
            [...$whole, ...$plan->base->packages()],
            $documents,
            $plan->base->gameVersion,
        );

        return $catalogue;
    }

    /** For whoever has to see the files of the depots as they are at this moment. */
    public function forget(): void
    {
        $this->last = null;
    }

    /** What a plan would come to in an instance. */
    public function lineUpOf(Plan $plan, Instance $instance): LineUp
    {
        $remembered = $this->remembered($plan, $instance);
        $have = $instance->versions();
        if ($have !== [] && $plan->once->restore === null && $plan->once->updating === []) {
            // Mostly what is there stays as it is; that can be seen without reading all that it could be instead.
            $new = [
                ...array_map(fn (Want $want): string => $want->id, $plan->wants),
                ...array_map(fn (Choice $choice): string => $choice->take, $plan->choices),
            ];
            $around = $this->catalogueAround(
                $instance,
                array_values(array_filter($new, fn (string $id): bool => ! isset($have[$id]))),
                $have,
                [],
                $plan,
            );
            // Whether what is applied still stands is looked at, not searched for: a page has always time for that.
            $lineUp = LineUp::unchanged($plan, $have, $around, $remembered, $plan == $instance->plan ? null : $this->allowance);
        }

        return $lineUp ?? LineUp::of($plan, $have, $this->catalogueWith($instance, $remembered), $remembered, $this->allowance);
    }

    /**
     * The catalogue around an instance that a page asks for from several sides: what one has loaded, the next has too.
     */
    public function shared(Instance $instance): DepotCatalogue
    {
        return $this->shared[$instance->placed] ??= $this->catalogue($instance);
    }

    public function catalogue(Instance $instance): DepotCatalogue
    {
        return $this->catalogueWith($instance, $instance->placed);
    }

    /** @param  Collection<int, PlacedRelease>  $remembered */
    private function catalogueWith(Instance $instance, Collection $remembered): DepotCatalogue
    {
        $documents = [];
        foreach ($remembered as $placed) {
            $document = $placed->raw('document');
            if ($document !== null) {
                $documents[(string) $placed->raw('package_id')][(string) $placed->raw('version')] = $document;
            }
        }

        $base = $instance->plan->base;

        return new DepotCatalogue($this->games->get($base->game), $documents, $base->gameVersion);
    }

    /** @return Collection<int, PlacedRelease> what is placed, and what was at the restore point that the plan leads back to */
    private function remembered(Plan $plan, Instance $instance): Collection
    {
        $point = $plan->once->restore === null ? null : $instance->history()->find($plan->once->restore->point);
        $then = $point?->before->releases ?? [];

        return collect([...$instance->placed, ...$then]);
    }
}
