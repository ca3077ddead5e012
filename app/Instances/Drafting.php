<?php

declare(strict_types=1);

namespace App\Instances;

use App\Depots\DepotCatalogue;
use App\Games;
use App\Models\Draft;
use App\Models\Instance;
use App\Models\Package;
use App\Models\PlacedRelease;
use Closure;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Base\PlanReader;
use Stasimon\Core\Explain\Repair;

/** Changes an instance's draft, one step at a time. */
final readonly class Drafting
{
    public function __construct(private Games $games)
    {
    }

    /** The plan that the draft holds, or the applied one. */
    public function plan(Instance $instance): Plan
    {
        return $instance->draft->plan ?? $instance->plan;
    }

    public function lineUp(Instance $instance): LineUp
    {
        return $this->lineUpOf($this->plan($instance), $instance);
    }

    /** What a plan would come to in an instance. */
    public function lineUpOf(Plan $plan, Instance $instance): LineUp
    {
        $remembered = $this->remembered($plan, $instance);

        return LineUp::of($plan, $instance->versions(), $this->catalogueWith($instance, $remembered), $remembered);
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
            if ($placed->document !== null) {
                $documents[$placed->package_id][$placed->version] = $placed->document;
            }
        }

        return new DepotCatalogue($this->games->get($instance->plan->game), $documents);
    }

    /** @return Collection<int, PlacedRelease> what is placed, and what was at the restore point that the plan leads back to */
    private function remembered(Plan $plan, Instance $instance): Collection
    {
        $point = $plan->restore === null ? null : $instance->history()->find($plan->restore->point);
        $then = array_map(fn (array $row): PlacedRelease => new PlacedRelease($row), $point->before['placed'] ?? []);

        return collect([...$instance->placed, ...$then]);
    }

    /**
     * Takes one step in the draft.
     *
     * @param  Closure(Plan): Plan  $step
     * @param  int|null  $seen  the draft's revision that the person looked at, 0 for none; null not to ask
     *
     * @throws Refusal when the draft was changed elsewhere meanwhile
     */
    public function step(Instance $instance, Closure $step, ?int $seen = null): Draft
    {
        return DB::transaction(function () use ($instance, $step, $seen): Draft {
            $instance = Instance::query()->lockForUpdate()->findOrFail($instance->id);
            $draft = $instance->draft()->first();
            if ($seen !== null && $seen !== ($draft->revision ?? 0)) {
                throw Refusal::conflict('The draft was changed in another tab meanwhile. Nothing was overwritten; load the page again and repeat your change.');
            }
            $now = $draft->plan ?? $instance->plan;
            $next = $step($now);
            if ($draft === null) {
                return $instance->draft()->create(['plan' => $next, 'earlier' => [$now->toJson()]]);
            }
            $draft->update(['plan' => $next, 'earlier' => [...$draft->earlier, $now->toJson()], 'later' => [], 'revision' => $draft->revision + 1]);

            return $draft;
        });
    }

    /**
     * Adds packages; ids that no depot has are refused, all of them.
     *
     * @param  list<string>  $ids
     */
    public function add(Instance $instance, array $ids, ?int $seen = null): Draft
    {
        $known = Package::query()->whereIn('id', $ids)->pluck('id')->all();
        $unknown = array_diff($ids, $known);
        if ($ids === [] || $unknown !== []) {
            throw Refusal::unusable($ids === [] ? 'Nothing was marked, so nothing was added.' : 'No depot has '.mb_strimwidth(implode(', ', $unknown), 0, 100, '…').'.');
        }

        return $this->step($instance, function (Plan $plan) use ($ids): Plan {
            foreach ($ids as $id) {
                $plan = $plan->wants($id) ? $plan : $plan->wanting($id);
            }

            return $plan;
        }, $seen);
    }

    /** Takes the last step back; the draft goes when none is left. */
    public function back(Instance $instance): void
    {
        DB::transaction(function () use ($instance): void {
            $draft = $instance->draft()->lockForUpdate()->first() ?? throw Refusal::conflict('There is no draft to step back in.');
            $earlier = $draft->earlier;
            $last = array_pop($earlier);
            if ($earlier === [] || $last === null) {
                $draft->delete();

                return;
            }
            $draft->update(['plan' => PlanReader::read($last), 'earlier' => $earlier, 'later' => [...$draft->later, $draft->plan->toJson()], 'revision' => $draft->revision + 1]);
        });
    }

    /** Takes the step again that was taken back last. */
    public function forth(Instance $instance): void
    {
        DB::transaction(function () use ($instance): void {
            $draft = $instance->draft()->lockForUpdate()->first() ?? throw Refusal::conflict('There is no draft to step forth in.');
            $later = $draft->later;
            $next = array_pop($later) ?? throw Refusal::conflict('No step was taken back, so there is none to take again.');
            $draft->update(['plan' => PlanReader::read($next), 'earlier' => [...$draft->earlier, $draft->plan->toJson()], 'later' => $later, 'revision' => $draft->revision + 1]);
        });
    }

    public function discard(Instance $instance): void
    {
        $instance->draft()->delete();
    }

    /**
     * The repairs that the draft's refusal offers and that keep the instance's game and loader.
     *
     * @return array<string, array{repair: Repair, plan: Plan}> by a key that a form can send back
     */
    public function repairs(LineUp $lineUp): array
    {
        $repairs = [];
        foreach ($lineUp->impossible->repairs ?? [] as $repair) {
            $plan = $lineUp->plan->repaired($repair);
            if ($plan !== null) {
                $repairs[substr(hash('sha256', $plan->toJson()), 0, 16)] = ['repair' => $repair, 'plan' => $plan];
            }
        }

        return $repairs;
    }

    public function repair(Instance $instance, string $key): Draft
    {
        $repairs = $this->repairs($this->lineUp($instance));
        $chosen = $repairs[$key] ?? throw Refusal::conflict('The draft has changed since this remedy was shown. Nothing was changed; look at it again.');

        return $this->step($instance, fn (): Plan => $chosen['plan']);
    }
}
