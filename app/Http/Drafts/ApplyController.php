<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use App\Disk\ApplyDraft;
use App\Disk\Transfers;
use App\Models\Instance;
use App\Models\TaskState;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Response;

/** How far an apply is, and a person's word on it. */
final class ApplyController
{
    /** As a fragment, which the page asks for while it goes on. */
    public function show(Instance $instance, ApplyDraft $applying, Transfers $transfers): Response
    {
        $task = $applying->last($instance);
        if ($task === null) {
            return response('', 204)->header('X-Over', 'yes');
        }

        return response()->view('draft.applying', ['task' => $task, 'transfers' => $transfers->of($task)])
            ->header('X-Over', $task->isOver() || $task->state === TaskState::Paused ? 'yes' : 'no');
    }

    public function pause(Instance $instance, ApplyDraft $applying): RedirectResponse
    {
        $applying->pause($instance);

        return redirect()->route('draft', $instance);
    }

    public function goOn(Instance $instance, ApplyDraft $applying): RedirectResponse
    {
        $applying->goOn($instance);

        return redirect()->route('draft', $instance);
    }

    public function cancel(Instance $instance, ApplyDraft $applying): RedirectResponse
    {
        $applying->cancel($instance);

        return redirect()->route('draft', $instance);
    }
}
