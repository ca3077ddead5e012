<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Models\Instance;
use App\Models\Instances;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Refusal\Refusal;
use App\Rehearsals\Play\Play;
use App\View\Asked;
use App\Worlds\PuttingBack;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;

final readonly class PlayController
{
    public function store(Request $request, Instance $instance, Play $play): RedirectResponse
    {
        $launch = Asked::flag($request, 'plain')
            ? $play->startPlain($instance, Asked::words($request, 'world', 200))
            : $play->start($instance, Side::tryFrom(Asked::words($request, 'side')) ?? $instance->side());

        return redirect()->route('rehearsals.show', [$instance, $launch->number]);
    }

    /** Has the worlds be as they were before it was played, as a step of the draft. */
    public function putBack(Instance $instance, int $number, PuttingBack $putting): RedirectResponse
    {
        $play = Instances::launch($instance, $number);
        $putting->ofPlay(
            $play instanceof Rehearsal && $play->isPlay()
                ? $play
                : throw Refusal::notFound("{$instance->name} was not played as launch {$number}."),
        );

        return redirect()
            ->route('draft', $instance)
            ->with('said', 'The worlds of that time are in the draft. Apply it to have them back; those of now are kept first.');
    }
}
