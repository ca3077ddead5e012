<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Games;
use App\Http\Requests\StepRequest;
use App\Instances\Bases;
use App\Instances\Drafting;
use App\Instances\Ranges;
use App\Instances\Work;
use App\Models\Instance;
use App\View\DraftPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;
use Stasimon\Core\Base\Plan;

final readonly class DraftController
{
    public function __construct(private Drafting $drafting)
    {
    }

    public function show(Instance $instance): View
    {
        // Asked first: if it is over, the draft that is read after it is the one that it left.
        $task = $instance->tasks()->where('kind', 'apply')->latest('id')->first();
        $lineUp = $this->drafting->lineUp($instance->load(['placed', 'draft', 'lastRehearsal']));

        return view('instances.draft', [
            'instance' => $instance,
            'lineUp' => $lineUp,
            'page' => new DraftPage($lineUp, $instance->name),
            'repairs' => $this->drafting->repairs($lineUp),
            'task' => $task,
        ]);
    }

    public function add(StepRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->add($instance, $request->ids(), $request->seen());

        return redirect()->route('draft', $instance);
    }

    public function remove(StepRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->without($request->text('id')), $request->seen());

        return redirect()->route('draft', $instance);
    }

    public function range(StepRequest $request, Instance $instance, Ranges $ranges): RedirectResponse
    {
        $range = $ranges->usable($this->drafting->catalogue($instance), $request->text('id'), $request->text('range'));
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->ranging($request->text('id'), $range), $request->seen());

        return redirect()->route('draft', $instance);
    }

    public function base(StepRequest $request, Instance $instance, Games $games): RedirectResponse
    {
        $plan = $this->drafting->plan($instance);
        $bases = new Bases($games->get($plan->game), $this->drafting->catalogue($instance));
        $chosen = $bases->plan(
            $plan->gameVersion, $plan->loader,
            $request->text('build') ?: $plan->loaderVersion,
            $request->text('runtime') ?: $plan->runtimeVersion,
            (int) $request->text('memory') ?: $plan->memory,
        );
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->onBaseOf($chosen), $request->seen());

        return redirect()->route('draft', $instance);
    }

    public function repair(StepRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->repair($instance->load(['placed', 'draft']), $request->text('repair'));

        return redirect()->route('draft', $instance);
    }

    public function heed(StepRequest $request, Instance $instance): RedirectResponse
    {
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->withoutWaiver($request->text('id'), $request->text('relation'), $request->text('target')));

        return redirect()->route('draft', $instance);
    }

    public function putBack(Instance $instance): RedirectResponse
    {
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->puttingBack());

        return redirect()->route('draft', $instance);
    }

    public function back(Instance $instance): RedirectResponse
    {
        $this->drafting->back($instance);

        return redirect()->route('draft', $instance);
    }

    public function discard(Instance $instance): RedirectResponse
    {
        $this->drafting->discard($instance);

        return redirect()->route('instances.show', $instance)->with('said', 'The draft is thrown away. The instance is as it was.');
    }

    public function apply(StepRequest $request, Instance $instance, Work $work): RedirectResponse
    {
        $work->apply($instance->load(['placed', 'draft']), $request->seen());

        return redirect()->route('draft', $instance);
    }
}
