<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Disk\ApplyDraft;
use App\Disk\Restoring;
use App\Disk\Transfers;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Drafts\LineUps;
use App\Drafts\Ranges;
use App\Find\Finder;
use App\Findings\Looking;
use App\Findings\Update;
use App\Games;
use App\Http\Requests\Steps\BaseStepRequest;
use App\Http\Requests\Steps\GroupRequest;
use App\Http\Requests\Steps\PackagesRequest;
use App\Http\Requests\Steps\PairRequest;
use App\Http\Requests\Steps\PlainRequest;
use App\Http\Requests\Steps\RangeRequest;
use App\Http\Requests\Steps\RepairRequest;
use App\Http\Requests\Steps\RestoreRequest;
use App\Http\Requests\Steps\StepRequest;
use App\Http\Requests\Steps\UpdateRequest;
use App\Http\Requests\Steps\WaiveRequest;
use App\Http\Requests\Steps\WaiverRequest;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\View\DraftPages;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Waiver;

/** Steps in a draft. Each is validated by StepRequest and leads back to where it was taken, or to the draft. */
final readonly class DraftController
{
    public function __construct(private Drafting $drafting, private LineUps $lineUps)
    {
    }

    public function show(Instance $instance, DraftPages $pages, ApplyDraft $applying, Transfers $transfers): View
    {
        // Asked first: if it is over, the draft that is read after it is the one that it left.
        $task = $applying->last($instance);

        return view('draft.page', [
            'instance' => $instance->load(['placed', 'draft', 'lastRehearsal']),
            'task' => $task,
            'transfers' => $transfers->of($task),
            ...$pages->of($instance),
        ]);
    }

    /** Adds packages as their verdicts say: one that fits from beta with that allowed. */
    public function add(PackagesRequest $request, Instance $instance, Finder $finder): RedirectResponse
    {
        $channels = $finder->channelsOf($instance->load(['placed', 'draft']), $request->ids());
        $this->drafting->add($instance, $request->ids(), $request->seen(), $channels);

        return $this->toDraft($instance);
    }

    public function group(GroupRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step($request, $instance, function (Plan $plan) use ($request): Plan {
            $grouped = $plan->grouping($request->group(), ...$request->ids());

            return isset($grouped->groups[$request->group()])
                ? $grouped
                : throw Refusal::unusable(
                    'None of what was marked is asked for by itself, so there is nothing to group: what comes because others need it '.
                    'comes and goes with them.',
                );
        });
    }

    public function ungroup(GroupRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step($request, $instance, fn (Plan $plan): Plan => $plan->ungrouping($request->group()));
    }

    /** Turns all of a group off or on. */
    public function switch(GroupRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step($request, $instance, fn (Plan $plan): Plan => $plan->switching($request->group(), $request->on()));
    }

    public function remove(PackagesRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step(
            $request,
            $instance,
            fn (Plan $plan): Plan => array_reduce($request->ids(), fn (Plan $plan, string $id): Plan => $plan->without($id), $plan),
        );
    }

    /** Keeps mods out of the launch; of what is only there for others, those others. */
    public function off(PackagesRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->turnOff($instance->load(['placed', 'draft']), $request->ids(), $request->seen());

        return redirect()->back(fallback: route('draft', $instance));
    }

    public function on(PackagesRequest $request, Instance $instance): RedirectResponse
    {
        $this->step($request, $instance, fn (Plan $plan): Plan => $plan->turningOn(...$request->ids()));

        return redirect()->back(fallback: route('draft', $instance));
    }

    /** Wants a package in a range, whether or not it was wanted before. Without one, as new as it can be. */
    public function range(RangeRequest $request, Instance $instance, Ranges $ranges): RedirectResponse
    {
        $id = $request->text('id');
        $range = $ranges->usable($this->lineUps->catalogue($instance), $id, $request->text('range'));

        return $this->step($request, $instance, fn (Plan $plan): Plan => $plan->wantingIn($id, $range));
    }

    /** Wants exactly the releases that are here. */
    public function pin(PackagesRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->pin($instance->load('placed'), $request->ids(), $request->seen());

        return $this->toDraft($instance);
    }

    /** Takes newer releases: of what is named, or of all that has one that fits. */
    public function update(UpdateRequest $request, Instance $instance, Looking $looking): RedirectResponse
    {
        $updates = $looking->over($instance->load(['placed', 'draft', 'lastRehearsal']))->updates;
        $fitting = array_filter(array_map(fn (Update $update): ?string => $update->fits, $updates));
        $named = $request->ids();
        $this->drafting->update($instance, $named === [] ? $fitting : array_intersect_key($fitting, array_flip($named)), $request->seen());

        return $this->toDraft($instance);
    }

    /** Takes an update out of the draft. */
    public function leave(PackagesRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step(
            $request,
            $instance,
            fn (Plan $plan): Plan => $plan->updatingTo(array_diff_key($plan->once->updating, array_flip($request->ids()))),
        );
    }

    public function replace(PairRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step(
            $request,
            $instance,
            fn (Plan $plan): Plan => $plan->without($request->text('id'))->wanting($request->text('target')),
        );
    }

    /** Decides which of two packages wins a file that both bring. */
    public function let(PairRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step(
            $request,
            $instance,
            fn (Plan $plan): Plan => $plan->letting($request->text('id'), $request->text('target'))->puttingBack(),
        );
    }

    public function base(BaseStepRequest $request, Instance $instance, Games $games): RedirectResponse
    {
        $plan = $this->lineUps->plan($instance);
        $bases = new Bases($games->get($plan->base->game), $this->lineUps->catalogue($instance));
        $chosen = $bases->plan(
            $plan->base->gameVersion,
            $plan->base->loader,
            $request->text('build') ?: $plan->base->loaderVersion,
            $request->text('runtime') ?: $plan->base->runtimeVersion,
            $request->memory() ?? $plan->base->memory,
        );

        return $this->step($request, $instance, fn (Plan $plan): Plan => $plan->onBaseOf($chosen));
    }

    public function repair(RepairRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->repair($instance->load(['placed', 'draft']), $request->text('repair'));

        return $this->toDraft($instance);
    }

    /** Wants exactly one release, and disregards what it says of something that is here in another version. */
    public function waive(WaiveRequest $request, Instance $instance): RedirectResponse
    {
        $waiver = new Waiver($request->text('id'), $request->text('version'), $request->relation(), $request->text('target'));
        $this->drafting->waive($instance->load('placed'), $waiver, trim($request->text('note')), $request->seen());

        return $this->toDraft($instance);
    }

    public function note(WaiverRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step($request, $instance, function (Plan $plan) use ($request): Plan {
            foreach ($plan->waivers as $waiver) {
                if (
                    [$waiver->id, $waiver->relation, $waiver->target] === [
                        $request->text('id'),
                        $request->relation(),
                        $request->text('target'),
                    ]
                ) {
                    $plan = $plan->noting($waiver, trim($request->text('note')));
                }
            }

            return $plan;
        });
    }

    public function heed(WaiverRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step(
            $request,
            $instance,
            fn (Plan $plan): Plan => $plan->withoutWaiver($request->text('id'), $request->relation(), $request->text('target')),
        );
    }

    public function putBack(PlainRequest $request, Instance $instance): RedirectResponse
    {
        return $this->step($request, $instance, fn (Plan $plan): Plan => $plan->puttingBack());
    }

    public function restore(RestoreRequest $request, Instance $instance, Restoring $restoring): RedirectResponse
    {
        $restoring->restore($instance, $request->point(), $request->own(), $request->seen());

        return $this->toDraft($instance);
    }

    public function back(Instance $instance): RedirectResponse
    {
        $this->drafting->back($instance);

        return redirect()->back(fallback: route('draft', $instance));
    }

    public function forth(Instance $instance): RedirectResponse
    {
        $this->drafting->forth($instance);

        return redirect()->back(fallback: route('draft', $instance));
    }

    public function discard(Instance $instance): RedirectResponse
    {
        $this->drafting->discard($instance);

        return redirect()
            ->route('instances.show', $instance)
            ->with('said', 'The draft is thrown away. The instance is as it was.')
            ->with('undo', ['Bring the draft back', route('draft.bring-back', $instance)]);
    }

    public function bringBack(Instance $instance): RedirectResponse
    {
        $this->drafting->bringBack($instance);

        return $this->toDraft($instance);
    }

    public function apply(PlainRequest $request, Instance $instance, ApplyDraft $applying): RedirectResponse
    {
        $applying->start($instance->load(['placed', 'draft']), $request->seen());

        return $this->toDraft($instance);
    }

    /** @param  callable(Plan): Plan  $step */
    private function step(StepRequest $request, Instance $instance, callable $step): RedirectResponse
    {
        $this->drafting->step($instance, $step(...), $request->seen());

        return $this->toDraft($instance);
    }

    private function toDraft(Instance $instance): RedirectResponse
    {
        return redirect()->route('draft', $instance);
    }
}
