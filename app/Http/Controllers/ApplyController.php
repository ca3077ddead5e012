<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instances\Work;
use App\Models\Instance;
use App\Models\Task;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** How far an apply is, and a person's word on it. */
final class ApplyController
{
    /** As a fragment, which the page asks for while it goes on. */
    public function show(Instance $instance): Response
    {
        $task = $instance->tasks()->where('kind', 'apply')->latest('id')->first();
        if ($task === null) {
            return response('', 204)->header('X-Over', 'yes');
        }

        return response()->view('instances.applying', ['task' => $task, 'transfers' => self::transfers($task)])
            ->header('X-Over', $task->isOver() || $task->state === 'paused' ? 'yes' : 'no');
    }

    /** @return Collection<int, object> the files that are fetched, those on their way first */
    public static function transfers(?Task $task): Collection
    {
        return $task === null || $task->isOver() ? collect() : DB::table('transfers')->where('task_id', $task->id)->orderByRaw("state = 'there', done > 0 desc, name")->get();
    }

    public function pause(Instance $instance, Work $work): RedirectResponse
    {
        $work->pause($instance);

        return redirect()->route('draft', $instance);
    }

    public function goOn(Instance $instance, Work $work): RedirectResponse
    {
        $work->goOn($instance);

        return redirect()->route('draft', $instance);
    }

    public function cancel(Instance $instance, Work $work): RedirectResponse
    {
        $work->cancel($instance);

        return redirect()->route('draft', $instance);
    }
}
