<?php

declare(strict_types=1);

namespace App\Http\Work;

use App\Refusal\Refusal;
use App\Telling\Tellings;
use App\View\Asked;
use App\View\WorkPage;
use App\Work\Tasks;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Collection;
use Illuminate\View\View;

final class TaskController
{
    /** Running work, as a fragment for the top bar, and what there is to tell on the page that asks. */
    public function index(Request $request, Tellings $tellings): Response
    {
        $since = Asked::number($request, 'since') ?? -1;
        $latest = $tellings->latest();
        $told = $since < 0 ? new Collection() : $tellings->since($since, Asked::words($request, 'here', 26));

        return response()
            ->view('work.bar', ['tasks' => Tasks::shown(), 'told' => $told])
            ->header('X-Told', (string) $latest);
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
