<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Refusal;
use App\Instances\Work;
use App\Models\CulpritSearch;
use App\Models\Instance;
use App\Rehearsals\Searching;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The search for what makes a launch fail. */
final readonly class CulpritController
{
    public function __construct(private Searching $searching, private Work $work)
    {
    }

    public function store(Instance $instance, int $number): RedirectResponse
    {
        $rehearsal = $instance->rehearsals()->where('number', $number)->with('instance')->first() ?? throw Refusal::notFound("{$instance->name} has no rehearsal {$number}.");
        $search = $this->work->search($instance, fn (): CulpritSearch => $this->searching->prepare($rehearsal));

        return redirect()->route('culprits.show', [$instance, $search->id]);
    }

    public function show(Request $request, Instance $instance, int $search): Response
    {
        $found = $this->find($instance->load(['placed', 'draft', 'lastRehearsal']), $search);
        $isOver = in_array($found->state, ['done', 'stopped'], true);

        return response()->view($request->hasHeader('X-Fragment') || $request->boolean('fragment') ? 'instances.culprits-picture' : 'instances.culprits', [
            'instance' => $instance, 'search' => $found, 'step' => $this->searching->step($found), 'isOver' => $isOver, 'names' => $instance->placed->pluck('name', 'package_id'),
        ])->header('X-Over', $isOver ? 'yes' : 'no');
    }

    public function stop(Instance $instance, int $search): RedirectResponse
    {
        CulpritSearch::query()->whereKey($this->find($instance, $search)->id)->whereIn('state', ['waiting', 'running'])->update(['state' => 'stopped']);

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

    private function find(Instance $instance, int $search): CulpritSearch
    {
        return $instance->hasMany(CulpritSearch::class)->whereKey($search)->first() ?? throw Refusal::notFound('That search is not here any more.');
    }
}
