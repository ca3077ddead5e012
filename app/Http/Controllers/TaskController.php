<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Task;
use Illuminate\View\View;

final class TaskController
{
    /** Running work, as a fragment for the top bar. */
    public function index(): View
    {
        return view('tasks', ['tasks' => Task::query()->whereIn('state', ['waiting', 'running'])->orderBy('created_at')->limit(5)->get()]);
    }
}
