<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Models\Instance;
use App\Models\Instances;
use App\Refusal\Refusal;
use App\Rehearsals\Culprits\CulpritSearch;
use App\Rehearsals\Culprits\SearchCulprits;
use App\Rehearsals\Culprits\Searching;
use App\Rehearsals\Culprits\SearchState;
use App\Rehearsals\Log\Reading;
use App\View\Asked;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Stasimon\Core\Diagnose\Tried;

/** The search for what makes a launch fail. */
final readonly class CulpritController
{
    public function __construct(private Searching $searching, private SearchCulprits $work, private Reading $reading)
    {
    }

    public function store(Request $request, Instance $instance, int $number): RedirectResponse
    {
        $rehearsal =
            Instances::launch($instance, $number) ??
            throw Refusal::notFound("{$instance->name} has no rehearsal {$number}.");
        $search = $this->work->start($rehearsal, Asked::flag($request, 'asks'), Asked::flag($request, 'layered'));

        return redirect()->route('culprits.show', [$instance, $search->id]);
    }

    public function show(Request $request, Instance $instance, int $search): Response
    {
        $found = $this->find($instance->load(['placed', 'draft', 'lastRehearsal']), $search);
        $isOver = $found->state->rests();

        return response()
            ->view($request->hasHeader('X-Fragment') || Asked::flag($request, 'fragment') ? 'culprits.picture' : 'culprits.page', [
                'instance' => $instance,
                'search' => $found,
                'step' => $this->searching->step($found),
                'isOver' => $isOver,
                'remedies' => $found->state === SearchState::Done ? $this->remedies($instance, $found) : new Tried([], true),
                'names' => $instance->placed->pluck('name', 'package_id'),
            ])
            ->header('X-Over', $isOver ? 'yes' : 'no');
    }

    public function stop(Instance $instance, int $search): RedirectResponse
    {
        $this->work->stop($this->find($instance, $search));

        return redirect()->route('culprits.show', [$instance, $search]);
    }

    public function goOn(Instance $instance, int $search): RedirectResponse
    {
        $this->work->goOn($this->find($instance, $search));

        return redirect()->route('culprits.show', [$instance, $search]);
    }

    /** A person's word on the launch that was just made; the search goes on with it. */
    public function judge(Request $request, Instance $instance, int $search): RedirectResponse
    {
        $this->work->judge($this->find($instance, $search), Asked::words($request, 'word') === 'worked');

        return redirect()->route('culprits.show', [$instance, $search]);
    }

    public function remedy(RemedyRequest $request, Instance $instance, int $search): RedirectResponse
    {
        $culprits = $this->find($instance->load(['placed', 'draft']), $search)->culprits ?? [];
        $counsel = $this->reading->advice($instance, $culprits)->candidateAgainst($culprits, $request->text('remedy'));
        $this->reading->draft(
            $instance,
            $counsel ??
                throw Refusal::conflict(
                    'What was found is not in the line-up like that any more: something was applied since the search. Nothing was changed.',
                ),
        );

        return redirect()->route('draft', $instance);
    }

    private function remedies(Instance $instance, CulpritSearch $search): Tried
    {
        return $this->reading->advice($instance, $search->culprits ?? [])->against($search->culprits ?? []);
    }

    private function find(Instance $instance, int $search): CulpritSearch
    {
        return SearchCulprits::find($instance, $search) ??
            throw Refusal::notFound('That search is not here any more.');
    }
}
