<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Task;
use App\Refusal\Refusal;
use App\View\WorkPage;
use App\Work\TaskKind;
use App\Work\Tasks;
use App\Work\TaskState;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

final class TaskController
{
    /** Running work, as a fragment for the top bar. */
    public function index(): View
    {
        $shown = array_values(array_filter(TaskKind::cases(), fn (TaskKind $kind): bool => $kind->isShown()));

        return view('work.bar', ['tasks' => Task::query()->whereIn('state', [TaskState::Waiting, TaskState::Running])->whereIn('kind', $shown)->orderBy('created_at')->limit(5)->get()]);
    }

    /** Workers, what they are at, and what waits for them. */
    public function page(WorkPage $page): View
    {
        return view('work.page', ['page' => $page]);
    }

    /** Ends work that nobody is at, or that has not begun. */
    public function end(string $task, WorkPage $page, Tasks $tasks): RedirectResponse
    {
        $found = Task::query()->find($task) ?? throw Refusal::notFound('That work is not known here any more.');
        $page->end($found, $tasks);

        return redirect()->route('work')->with('said', "{$found->kind->words()} is ended.");
    }
}
