<?php

declare(strict_types=1);

namespace App\Find;

use App\Drafts\Outcomes;
use App\Models\Instance;
use App\Models\Task;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;

/** Finds out what a page had no time for: what a draft comes to, or what adding packages to it would. */
final readonly class WorkOut implements Undertaking
{
    public function __construct(private Outcomes $outcomes, private Finder $finder)
    {
    }

    public function run(Task $task): void
    {
        $instance = Instance::query()
            ->with(['placed', 'draft'])
            ->find($task->about('instance'));
        if ($instance === null) {
            return;
        }
        $packages = $task->subject['packages'] ?? null;
        is_array($packages)
            ? $this->finder->workOut($instance, array_values(array_filter($packages, is_string(...))))
            : $this->outcomes->workOut($instance);
    }

    /** Nobody may wait for it without end: the draft says that it was given up. */
    public function abandon(Task $task, string $why): void
    {
        DB::table('drafts')
            ->where('instance_id', $task->about('instance'))
            ->where('outcome->answer', 'open')
            ->update(['outcome' => DB::raw("jsonb_set(outcome::jsonb, '{answer}', '\"given up\"')")]);
    }
}
