<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Games;
use App\Http\Requests\StepRequest;
use App\Instances\Refusal;
use App\Instances\Work;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Rehearsals\LogChoice;
use App\Rehearsals\Reading;
use App\Rehearsals\SinceClean;
use App\View\LogPage;
use App\View\RehearsalPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;

final readonly class RehearsalController
{
    public function __construct(private Reading $reading, private Games $games)
    {
    }

    public function index(Instance $instance): View
    {
        return view('instances.rehearsals', ['instance' => $instance->load(['placed', 'draft', 'lastRehearsal']), 'rehearsals' => $instance->rehearsals()->paginate(50)]);
    }

    public function store(Request $request, Instance $instance, Work $work): RedirectResponse
    {
        $rehearsal = $work->rehearse($instance, $request->boolean('plain'), $request->string('side')->toString() === 'server' ? 'server' : 'client');

        return redirect()->route('rehearsals.show', [$instance, $rehearsal->number]);
    }

    public function show(Request $request, Instance $instance, int $number): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $rehearsal = $this->find($instance, $number);

        return view('instances.rehearsal', [
            'instance' => $instance,
            'page' => new RehearsalPage($rehearsal, $this->reading->said($rehearsal), $this->reading->findings($rehearsal), $rehearsal->state === 'failed' && ! $rehearsal->plain ? SinceClean::of($rehearsal, $this->games) : null, $request->boolean('slow'), $this->reading),
            'log' => LogPage::of($request, $this->reading->log($rehearsal), route('rehearsals.lines', [$instance, $number]), $rehearsal->isOver()),
        ]);
    }

    /** A window of the log's lines, as a fragment; what else there is of it stands in the headers. */
    public function lines(Request $request, Instance $instance, int $number): Response
    {
        $rehearsal = $this->find($instance, $number);

        return LogPage::fragment($this->reading->log($rehearsal)->window(LogChoice::of($request), max(0, $request->integer('from')), LogPage::WINDOW), $rehearsal->isOver());
    }

    public function stop(Instance $instance, int $number): RedirectResponse
    {
        $this->find($instance, $number)->newQuery()->where('instance_id', $instance->id)->where('number', $number)
            ->whereIn('state', ['waiting', 'running'])->update(['state' => 'stopped']);

        return redirect()->route('rehearsals.show', [$instance, $number]);
    }

    public function remedy(StepRequest $request, Instance $instance, int $number): RedirectResponse
    {
        $this->reading->take($instance, $this->reading->findings($this->find($instance, $number)), $request->text('remedy'));

        return redirect()->route('draft', $instance);
    }

    /** Takes back what changed since the last clean rehearsal, or one part of it. */
    public function back(StepRequest $request, Instance $instance, int $number): RedirectResponse
    {
        $step = SinceClean::of($this->find($instance, $number), $this->games)->step($request->text('step')) ?? throw Refusal::conflict('That change is not there to be taken back. Nothing was changed.');
        $this->reading->draft($instance, $step);

        return redirect()->route('draft', $instance);
    }

    private function find(Instance $instance, int $number): Rehearsal
    {
        $rehearsal = $instance->rehearsals()->where('number', $number)->first() ?? throw Refusal::notFound("{$instance->name} has no rehearsal {$number}.");

        return $rehearsal->setRelation('instance', $instance);
    }
}
