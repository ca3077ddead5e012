<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\StepRequest;
use App\Instances\Refusal;
use App\Instances\Work;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Rehearsals\Reading;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;

final readonly class RehearsalController
{
    public function __construct(private Reading $reading)
    {
    }

    public function index(Instance $instance): View
    {
        return view('instances.rehearsals', ['instance' => $instance->load(['placed', 'draft', 'lastRehearsal']), 'rehearsals' => $instance->rehearsals()->paginate(50)]);
    }

    public function store(Instance $instance, Work $work): RedirectResponse
    {
        $rehearsal = $work->rehearse($instance);

        return redirect()->route('rehearsals.show', [$instance, $rehearsal->number]);
    }

    public function show(Instance $instance, int $number): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $rehearsal = $this->find($instance, $number);
        $lines = $this->reading->lines($rehearsal);

        return view('instances.rehearsal', [
            'instance' => $instance,
            'rehearsal' => $rehearsal,
            'lines' => $lines,
            'findings' => $rehearsal->state === 'failed' ? $this->reading->findings($rehearsal, $lines) : [],
        ]);
    }

    /** The lines from a number on, as a fragment; the page asks for more of them while the game runs. */
    public function lines(Request $request, Instance $instance, int $number): Response
    {
        $rehearsal = $this->find($instance, $number);
        $lines = array_slice($this->reading->lines($rehearsal), max(0, $request->integer('after')));

        return response()->view('instances.log-lines', ['lines' => $lines])->header('X-Over', $rehearsal->isOver() ? 'yes' : 'no');
    }

    public function stop(Instance $instance, int $number): RedirectResponse
    {
        $this->find($instance, $number)->newQuery()->where('instance_id', $instance->id)->where('number', $number)
            ->whereIn('state', ['waiting', 'running'])->update(['state' => 'stopped']);

        return redirect()->route('rehearsals.show', [$instance, $number]);
    }

    public function remedy(StepRequest $request, Instance $instance, int $number): RedirectResponse
    {
        $this->reading->take($this->find($instance, $number), $request->text('remedy'));

        return redirect()->route('draft', $instance);
    }

    private function find(Instance $instance, int $number): Rehearsal
    {
        $rehearsal = $instance->rehearsals()->where('number', $number)->first() ?? throw Refusal::notFound("{$instance->name} has no rehearsal {$number}.");

        return $rehearsal->setRelation('instance', $instance);
    }
}
