<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use App\Disk\ApplyDraft;
use App\Disk\Transfers;
use App\Drafts\Drafting;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Drafts\Steps\TurnOff;
use App\Drafts\Steps\TurnOn;
use App\Http\Forms\PlainRequest;
use App\Models\Instance;
use App\Moving\Meant;
use App\Refusal\Refusal;
use App\View\Drafts\DraftPages;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

/** A draft: looked at, changed step by step, thrown away, applied. */
final readonly class DraftController
{
    /** Steps of which one takes several where one is, and does not go to the draft for each. */
    private const IN_PLACE = [TurnOff::class, TurnOn::class];

    public function __construct(private Drafting $drafting)
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

    /** Takes a step of those that there are: {@see Steps::ALL}. */
    public function take(DraftStepRequest $request, Instance $instance, Steps $steps): RedirectResponse
    {
        $step = $request->step();
        $steps->take($instance, $step, $request->seen());

        return in_array($step::class, self::IN_PLACE, true)
            ? redirect()->back(fallback: route('draft', $instance))
            : $this->toDraft($instance);
    }

    /** Adds what some names mean. */
    public function addNames(NamesRequest $request, Instance $instance, Steps $steps): RedirectResponse
    {
        $meant = Meant::by((string) $request->validated('text'), $instance->plan->base->game);
        $meant->ids !== [] || throw Refusal::unusable("{$meant->nothing()} Nothing was added.");
        $steps->take($instance, new Add($meant->ids));
        $count = count($meant->ids);

        return redirect()
            ->route('draft', $instance)
            ->with('said', trim(($count === 1 ? '1 is' : "{$count} are")." in the draft. {$meant->nothing()}"));
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

    private function toDraft(Instance $instance): RedirectResponse
    {
        return redirect()->route('draft', $instance);
    }
}
