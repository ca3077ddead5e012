<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Draft;
use App\Models\Instance;
use App\Refusal\Refusal;
use Closure;
use Illuminate\Support\Facades\DB;
use JsonException;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanChange;
use Stasimon\Core\Plan\PlanDocument;

/** Changes an instance's draft, one step at a time. */
final readonly class Drafting
{
    public function __construct(private LineUps $lineUps)
    {
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
            $instance = $this->locked($instance);
            $draft = $instance->draft()->first();
            if ($seen !== null && $seen !== ($draft->revision ?? 0)) {
                throw Refusal::conflict(
                    'The draft was changed in another tab meanwhile. Nothing was overwritten; load the page again and repeat your change.',
                );
            }
            $now = $draft->plan ?? $instance->plan;
            $next = $this->storable($step($now));
            if ($draft === null) {
                $draft = $instance->draft()->create(['plan' => $next]);
            } else {
                $draft->steps()->where('is_later', true)->delete();
                $draft->update(['plan' => $next, 'revision' => $draft->revision + 1]);
            }
            [$from, $to] = [PlanDocument::write($now), PlanDocument::write($next)];
            $draft
                ->steps()
                ->create(['is_later' => false, 'back' => PlanChange::between($to, $from), 'forth' => PlanChange::between($from, $to)]);

            return $draft;
        }, 3);
    }

    /** Whoever changes a draft holds the instance first, so that no two wait for each other. */
    private function locked(Instance $instance): Instance
    {
        return Instance::query()->lockForUpdate()->find($instance->id) ??
            throw Refusal::notFound("{$instance->name} is not here any more. It was removed, perhaps in another tab.");
    }

    /** What is kept can be read again: a step that would leave anything else is refused, and the draft is as it was. */
    private function storable(Plan $plan): Plan
    {
        try {
            return PlanDocument::read(PlanDocument::write($plan));
        } catch (UnusableDocument|JsonException $failure) {
            throw Refusal::unusable('That step cannot be taken: '.$failure->getMessage().' The draft is as it was.');
        }
    }

    /**
     * Wants releases of packages, as one step; where one is the newest, whatever will be newest.
     *
     * @param  array<string, string>  $versions  package id => version
     * @param  list<string>  $out  paths that make room
     *
     * @throws Refusal for one that is not to be had any more
     */
    public function addReleases(Instance $instance, array $versions, array $out = []): Draft
    {
        $catalogue = $this->lineUps->catalogue($instance);
        $wanting = [];
        foreach ($versions as $id => $version) {
            $package = $catalogue->package((string) $id);
            if ($package?->release($version) === null) {
                throw Refusal::conflict("{$id} {$version} is not to be had any more. Nothing was changed.");
            }
            $isNewest = $package->positionOf($version) === count($package->releases) - 1;
            $wanting[(string) $id] = $isNewest ? null : $package->exactly($version);
        }

        return $this->step($instance, function (Plan $plan) use ($wanting, $out): Plan {
            foreach ($wanting as $id => $range) {
                $plan = $range === null ? $plan->wanting((string) $id) : $plan->wantingIn((string) $id, $range);
            }

            return $out === [] ? $plan : $plan->takingOut(...$out);
        });
    }

    /** Takes the last step back. With none left the draft is as the instance is, and its steps can still be taken again. */
    public function back(Instance $instance): void
    {
        $this->walk($instance, false, 'There is no draft to step back in.', 'No step is left to take back.');
    }

    /** Takes the step again that was taken back last. */
    public function forth(Instance $instance): void
    {
        $this->walk($instance, true, 'There is no draft to step forth in.', 'No step was taken back, so there is none to take again.');
    }

    private function walk(Instance $instance, bool $isForth, string $noDraft, string $noStep): void
    {
        DB::transaction(function () use ($instance, $isForth, $noDraft, $noStep): void {
            $draft = $this->locked($instance)->draft()->first() ?? throw Refusal::conflict($noDraft);
            $step =
                $draft
                    ->steps()
                    ->reorder('id', $isForth ? 'asc' : 'desc')
                    ->where('is_later', $isForth)
                    ->first() ?? throw Refusal::conflict($noStep);
            try {
                $plan = PlanDocument::read(PlanChange::apply(PlanDocument::write($draft->plan), $isForth ? $step->forth : $step->back));
            } catch (UnusableDocument|JsonException) {
                throw Refusal::conflict(
                    'That step cannot be read any more. The draft is as it was; throw it away to be where the instance is.',
                );
            }
            $step->update(['is_later' => ! $isForth]);
            $draft->update(['plan' => $plan, 'revision' => $draft->revision + 1]);
        }, 3);
    }

    /** Throws the draft away. It is kept, steps and all, until the next one that is thrown away, so that it can be brought back. */
    public function discard(Instance $instance): void
    {
        DB::transaction(function () use ($instance): void {
            $draft = $this->locked($instance)->draft()->first();
            if ($draft !== null) {
                Draft::query()->where('instance_id', $instance->id)->whereNotNull('thrown_at')->delete();
                // Not through the model: one that cannot be read can be thrown away all the same.
                Draft::query()
                    ->whereKey($draft->id)
                    ->update(['thrown_at' => now()]);
            }
        }, 3);
    }

    public function bringBack(Instance $instance): void
    {
        DB::transaction(function () use ($instance): void {
            $locked = $this->locked($instance);
            if ($locked->draft()->exists()) {
                throw Refusal::conflict('There is another draft by now. Throw that away first, or go on with it.');
            }
            $thrown =
                Draft::query()->where('instance_id', $instance->id)->whereNotNull('thrown_at')->first() ??
                throw Refusal::conflict('That draft is not kept any more.');
            $this->storable($thrown->plan);
            $thrown->update(['thrown_at' => null, 'revision' => $thrown->revision + 1, 'outcome' => null]);
        }, 3);
    }
}
