<?php

declare(strict_types=1);

namespace App\Http\Work;

use App\Refusal\Refusal;
use App\View\WorkPage;
use App\Work\Tasks;
use Illuminate\Http\RedirectResponse;
use Illuminate\View\View;

final class TaskController
{
    /** Running work, as a fragment for the top bar. */
    public function index(): View
    {
        return view('work.bar', ['tasks' => Tasks::shown()]);
    }

    /** Workers, what they are at, and what waits for them. */
    public function page(WorkPage $page): View
    {
        return view('work.page', ['page' => $page]);
    }

    /** Ends work that nobody is at, or that has not begun. */
    public function end(string $task, WorkPage $page, Tasks $tasks): RedirectResponse
    {
        $found = Tasks::find($task) ?? throw Refusal::notFound('That work is not known here any more.');
        $page->end($found, $tasks);

        return redirect()
            ->route('work')
            ->with('said', "{$found->kind->words()} is ended.");
    }
}
