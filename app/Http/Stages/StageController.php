<?php

declare(strict_types=1);

namespace App\Http\Stages;

use App\Depots\Packages;
use App\Models\Instance;
use App\Models\Stage;
use App\Stages\Stages;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\View\View;

/** Installs in stages. */
final readonly class StageController
{
    public function __construct(private Stages $stages)
    {
    }

    public function index(Instance $instance): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $this->stages->settle($instance);
        $stages = $this->stages->of($instance);
        $ids = $stages
            ->flatMap(fn (Stage $stage): array => [...array_map(strval(...), array_keys($stage->adds)), ...$stage->drops, $stage->about])
            ->unique()
            ->all();

        return view('stages.page', [
            'instance' => $instance,
            'stages' => $stages,
            'now' => $this->stages->now($instance),
            'next' => $this->stages->next($instance),
            'waits' => $this->stages->waitsFor($instance),
            'names' => Packages::names($ids) + $instance->titles(),
        ]);
    }

    public function store(StageRequest $request, Instance $instance): RedirectResponse
    {
        $this->stages->write(
            $instance->load(['placed', 'draft']),
            trim($request->text('title')),
            $request->text('instruction'),
            $request->condition(),
            trim($request->text('about')),
            $request->boolean('drafted'),
        );

        return redirect()->route('stages', $instance)->with('said', 'It is written down behind the others.');
    }

    /** Writes down what was done so far. */
    public function ofHistory(Instance $instance): RedirectResponse
    {
        $count = $this->stages->ofHistory($instance);

        return redirect()
            ->route('stages', $instance)
            ->with(
                'said',
                $count === 1 ? 'What was applied is written down as a stage.' : "What was applied is written down as {$count} stages.",
            );
    }

    public function destroy(Instance $instance, Stage $stage): RedirectResponse
    {
        $this->stages->remove($instance, $stage);

        return redirect()
            ->route('stages', $instance)
            ->with('said', "{$stage->title} is taken out.");
    }

    public function goOn(Request $request, Instance $instance): RedirectResponse
    {
        $stage = $this->stages->goOn(
            $instance->load(['placed', 'draft', 'lastRehearsal']),
            Asked::flag($request, 'word'),
            $request->has('shown') ? Asked::words($request, 'shown', 26) : null,
        );
        $isChange = ! $stage->isNow() ? false : $stage->adds !== [] || $stage->drops !== [];

        return redirect()
            ->route($isChange ? 'draft' : 'stages', $instance)
            ->with(
                'said',
                $stage->isNow()
                    ? "{$stage->title}: ".
                        ($isChange ? 'what it changes is in the draft.' : 'it changes nothing of the line-up; do what it says.')
                    : 'That was the last stage.',
            );
    }

    public function goBack(Instance $instance): RedirectResponse
    {
        $stage = $this->stages->goBack($instance->load(['placed', 'draft', 'lastRehearsal']));
        $isDraft = $instance->load('draft')->draft !== null;

        return redirect()
            ->route($isDraft ? 'draft' : 'stages', $instance)
            ->with(
                'said',
                $isDraft
                    ? "The instance as it was before {$stage->title} is in the draft, with its configs and worlds."
                    : "It stands before {$stage->title} again.",
            );
    }
}
