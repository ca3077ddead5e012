<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Games\Games;
use App\Models\Instance;
use App\Models\Instances;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Refusal\Refusal;
use App\Rehearsals\Culprits\Layers;
use App\Rehearsals\Log\Reading;
use App\Rehearsals\Log\SinceClean;
use App\Rehearsals\Play\PlainFolder;
use App\Rehearsals\Play\Play;
use App\Rehearsals\Rehearse;
use App\View\Asked;
use App\View\Rehearsals\LogPage;
use App\View\Rehearsals\RehearsalPage;
use App\Worlds\Worlds;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;

final readonly class RehearsalController
{
    public function __construct(private Reading $reading, private Games $games)
    {
    }

    public function index(Instance $instance, PlainFolder $plain): View
    {
        $isPossible = $plain->isPossible($instance);
        $worlds = $isPossible ? (new Worlds($this->games->get($instance->plan->base->game)))->of($instance) : [];

        return view('rehearsals.page', [
            'instance' => $instance->load(['placed', 'draft', 'lastRehearsal']),
            'rehearsals' => Instances::launches($instance),
            'isPlainPossible' => $isPossible,
            'worlds' => array_map(strval(...), array_keys($worlds)),
            'plainWorlds' => $isPossible ? $plain->worlds($instance) : [],
        ]);
    }

    public function store(Request $request, Instance $instance, Rehearse $rehearsing): RedirectResponse
    {
        $joins = Asked::words($request, 'joins', 26);
        $server = $joins === '' ? null : Instances::find($joins) ?? throw Refusal::notFound('That server is not here any more.');
        $side = Side::tryFrom(Asked::words($request, 'side')) ?? $instance->side();
        $rehearsal = $rehearsing->start($instance, Asked::flag($request, 'plain'), $server === null ? $side : Side::Client, $server);

        return redirect()->route('rehearsals.show', [$instance, $rehearsal->number]);
    }

    public function show(Request $request, Instance $instance, int $number, Play $play): View
    {
        $instance->load(['placed', 'draft', 'lastRehearsal']);
        $rehearsal = $this->find($instance, $number);
        $play->heed($rehearsal);

        $game = $this->games->get($instance->plan->base->game);
        $hasFailed = $rehearsal->state === LaunchState::Failed;

        return view('rehearsals.rehearsal', [
            'instance' => $instance,
            'page' => new RehearsalPage(
                $rehearsal,
                $this->reading->said($rehearsal),
                $this->reading->findings($rehearsal),
                $hasFailed && ! $rehearsal->plain ? SinceClean::of($rehearsal, $this->games, $this->reading->lyingSteps($instance)) : null,
                Asked::flag($request, 'slow'),
                $hasFailed && Layers::matter($instance, $game),
                $this->reading,
                $game->log->started !== '',
            ),
            'log' => LogPage::of(
                $request,
                $this->reading->log($rehearsal),
                route('rehearsals.lines', [$instance, $number]),
                $rehearsal->isOver(),
                $rehearsal->state->value,
            ),
        ]);
    }

    /** A window of the log's lines, as a fragment; what else there is of it stands in the headers. */
    public function lines(Request $request, Instance $instance, int $number, Play $play): Response
    {
        $rehearsal = $this->find($instance, $number);
        $play->heed($rehearsal);

        return LogPage::fragment(
            $this->reading->log($rehearsal)->window(LogPage::choice($request), Asked::number($request, 'from') ?? 0, LogPage::WINDOW),
            $rehearsal->isOver(),
            $rehearsal->state->value,
        );
    }

    public function stop(Request $request, Instance $instance, int $number, Rehearse $rehearsing, Play $play): RedirectResponse
    {
        $launch = $this->find($instance, $number);
        $launch->isPlay() ? $play->stop($launch, Asked::flag($request, 'now')) : $rehearsing->stop($launch);

        return redirect()->route('rehearsals.show', [$instance, $number]);
    }

    public function remedy(RemedyRequest $request, Instance $instance, int $number): RedirectResponse
    {
        $this->reading->take(
            $instance->load(['placed', 'draft']),
            $this->reading->diagnoses($this->find($instance, $number)),
            $request->text('remedy'),
        );

        return redirect()->route('draft', $instance);
    }

    /** Takes back what changed since the last clean rehearsal, or one part of it. */
    public function back(TakeBackRequest $request, Instance $instance, int $number): RedirectResponse
    {
        $step =
            SinceClean::of($this->find($instance->load('placed'), $number), $this->games, $this->reading->lyingSteps($instance))->step(
                $request->text('step'),
            ) ?? throw Refusal::conflict('That change is not there to be taken back. Nothing was changed.');
        $this->reading->draft($instance, $step);

        return redirect()->route('draft', $instance);
    }

    private function find(Instance $instance, int $number): Rehearsal
    {
        return Instances::launch($instance, $number) ?? throw Refusal::notFound("{$instance->name} has no rehearsal {$number}.");
    }
}
