<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Games\Games;
use App\Models\Instances;
use App\Refusal\Refusal;
use App\Rehearsals\Log\DroppedLog;
use App\Rehearsals\Log\DroppedLogs;
use App\Rehearsals\Log\Lessons;
use App\Rehearsals\Log\LogState;
use App\Rehearsals\Log\ReadDroppedLog;
use App\Rehearsals\Log\Reading;
use App\View\Asked;
use App\View\Rehearsals\LogPage;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\View\View;

/** Logs and crash reports from elsewhere. */
final readonly class DroppedLogController
{
    public function __construct(private DroppedLogs $logs, private Reading $reading)
    {
    }

    public function index(Request $request, Games $games, Lessons $lessons): View
    {
        return view('logs.page', [
            'logs' => DroppedLogs::latest(),
            'games' => $games->names(),
            'instances' => Instances::names(),
            'chosen' => Asked::words($request, 'instance'),
            'lessons' => $lessons->all(),
        ]);
    }

    public function store(LogRequest $request, Games $games, ReadDroppedLog $reading): RedirectResponse
    {
        $log = $this->logs->take($request->log(), $request->against(), $request->game() ?? $games->first());
        $reading->start($log);

        return redirect()->route('logs.show', $log);
    }

    public function show(Request $request, string $log): View
    {
        $dropped = $this->find($log);
        $findings = $dropped->state === LogState::Ready ? $this->logs->findings($dropped) : [];

        return view('logs.log', [
            'dropped' => $dropped,
            'findings' => $findings,
            'all' => $this->reading->allMissing($findings),
            'log' => $dropped->state === LogState::Ready
                    ? LogPage::of($request, $this->logs->log($dropped), route('logs.lines', $dropped), true)
                    : null,
        ]);
    }

    public function lines(Request $request, string $log): Response
    {
        return LogPage::fragment(
            $this->logs->log($this->find($log))->window(LogPage::choice($request), Asked::number($request, 'from') ?? 0, LogPage::WINDOW),
            true,
        );
    }

    public function remedy(RemedyRequest $request, string $log): RedirectResponse
    {
        $dropped = $this->find($log);
        $instance = $dropped->instance ?? throw Refusal::conflict('This log is not read against an instance, so there is none to change.');
        $this->reading->take($instance, $this->logs->diagnoses($dropped), $request->text('remedy'));

        return redirect()->route('draft', $instance);
    }

    public function destroy(string $log): RedirectResponse
    {
        $this->logs->forget($this->find($log));

        return redirect()->route('logs')->with('said', 'The log is gone.');
    }

    private function find(string $log): DroppedLog
    {
        return DroppedLogs::find($log) ?? throw Refusal::notFound('That log is not kept any more.');
    }
}
