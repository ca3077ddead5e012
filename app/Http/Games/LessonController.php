<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Models\Instance;
use App\Models\Instances;
use App\Refusal\Refusal;
use App\Rehearsals\Log\DroppedLogs;
use App\Rehearsals\Log\Lessons;
use App\Rehearsals\Log\Reading;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Response;

/** What a person says of failures: that it was another one. */
final readonly class LessonController
{
    private const KEPT = 'That is kept, and shown when the same lines come again.';

    public function __construct(private Lessons $lessons)
    {
    }

    public function ofRehearsal(LessonRequest $request, Instance $instance, int $number, Reading $reading): RedirectResponse
    {
        $rehearsal =
            Instances::launch($instance, $number) ??
            throw Refusal::notFound("{$instance->name} has no rehearsal {$number}.");
        $this->lessons->learn(
            $rehearsal->plan->base->game,
            $reading->findings($rehearsal),
            $request->integer('finding'),
            $request->text('id'),
            $instance->load('placed')->versions(),
        );

        return redirect()
            ->route('rehearsals.show', [$instance, $number])
            ->with('said', self::KEPT);
    }

    public function ofLog(LessonRequest $request, string $log, DroppedLogs $logs): RedirectResponse
    {
        $dropped =
            DroppedLogs::find($log)?->load('instance.placed') ??
            throw Refusal::notFound('That log is not kept any more.');
        $this->lessons->learn(
            $dropped->game,
            $logs->findings($dropped),
            $request->integer('finding'),
            $request->text('id'),
            $dropped->instance?->versions() ?? [],
        );

        return redirect()->route('logs.show', $dropped)->with('said', self::KEPT);
    }

    public function destroy(int $lesson): RedirectResponse
    {
        $this->lessons->forget($lesson);

        return redirect()->route('logs')->with('said', 'That is forgotten.');
    }

    public function document(): Response
    {
        return response($this->lessons->document(), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="lessons.json"',
        ]);
    }
}
