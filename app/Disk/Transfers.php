<?php

declare(strict_types=1);

namespace App\Disk;

use App\Models\Task;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use stdClass;

/** The files that an apply fetches. */
final class Transfers
{
    /** @return Collection<int, stdClass> those on their way first; none once it is over */
    public function of(?Task $task): Collection
    {
        return $task === null || $task->isOver()
            ? collect()
            : DB::table('transfers')->where('task_id', $task->id)->orderByRaw("state = 'there', done > 0 desc, name")->get();
    }
}
