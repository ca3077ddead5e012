<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\StepRequest;
use App\Instances\Refusal;
use App\Instances\Work;
use App\Models\CulpritSearch;
use App\Models\Instance;
use App\Rehearsals\Reading;
use App\Rehearsals\Searching;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Stasimon\Core\Rehearse\Counsel;

/** The search for what makes a launch fail. */
final readonly class CulpritController
{
    public function __construct(private Searching $searching, private Work $work, private Reading $reading)
    {
    }

    public function store(Request $request, Instance $instance, int $number): RedirectResponse
    {
        $rehearsal = $instance->rehearsals()->where('number', $number)->with('instance')->first() ?? throw Refusal::notFound("{$instance->name} has no rehearsal {$number}.");
        $search = $this->work->search($instance, fn (): CulpritSearch => $this->searching->prepare($rehearsal, $request->boolean('asks')));

        return redirect()->route('culprits.show', [$instance, $search->id]);
    }

    public function show(Request $request, Instance $instance, int $search): Response
    {
        $found = $this->find($instance->load(['placed', 'draft', 'lastRehearsal']), $search);
        $isOver = in_array($found->state, ['done', 'stopped', 'asking'], true);

        return response()->view($request->hasHeader('X-Fragment') || $request->boolean('fragment') ? 'instances.culprits-picture' : 'instances.culprits', [
            'instance' => $instance, 'search' => $found, 'step' => $this->searching->step($found), 'isOver' => $isOver, 'remedies' => $found->state === 'done' ? $this->remedies($instance, $found) : [], 'names' => $instance->placed->pluck('name', 'package_id'),
        ])->header('X-Over', $isOver ? 'yes' : 'no');
    }

    public function stop(Instance $instance, int $search): RedirectResponse
    {
        CulpritSearch::query()->whereKey($this->find($instance, $search)->id)->whereIn('state', ['waiting', 'running', 'asking'])->update(['state' => 'stopped']);

        return redirect()->route('culprits.show', [$instance, $search]);
    }

    public function goOn(Instance $instance, int $search): RedirectResponse
    {
        $found = $this->find($instance, $search);
        if ($found->state !== 'stopped') {
            throw Refusal::conflict('That search was not stopped, so it need not go on.');
        }
        $this->work->search($instance, function () use ($found): CulpritSearch {
            $found->update(['state' => 'waiting']);

            return $found;
        });

        return redirect()->route('culprits.show', [$instance, $search]);
    }

    /** A person's word on the launch that was just made; the search goes on with it. */
    public function judge(Request $request, Instance $instance, int $search): RedirectResponse
    {
        $found = $this->find($instance, $search);
        $this->work->search($instance, function () use ($found, $request): CulpritSearch {
            $this->searching->judge($found, $request->string('word')->toString() === 'worked');

            return $found;
        });

        return redirect()->route('culprits.show', [$instance, $search]);
    }

    public function remedy(StepRequest $request, Instance $instance, int $search): RedirectResponse
    {
        foreach ($this->remedies($instance, $this->find($instance, $search)) as $counsel) {
            if ($counsel->key === $request->text('remedy')) {
                $this->reading->draft($instance, $counsel);

                return redirect()->route('draft', $instance);
            }
        }

        throw Refusal::conflict('The instance has changed since this remedy was shown. Nothing was changed.');
    }

    /** @return list<Counsel> */
    private function remedies(Instance $instance, CulpritSearch $search): array
    {
        return $this->reading->advice($instance, $search->culprits ?? [])->against($search->culprits ?? []);
    }

    private function find(Instance $instance, int $search): CulpritSearch
    {
        return $instance->hasMany(CulpritSearch::class)->whereKey($search)->first() ?? throw Refusal::notFound('That search is not here any more.');
    }
}
