<?php

declare(strict_types=1);

namespace App\Notices;

use App\Models\TaskKind;
use App\Work\Tasks;
use Illuminate\Support\Facades\DB;

/** Has every instance looked over at once, because something else is said of packages now. */
final readonly class LookAgain
{
    public function __construct(private Tasks $tasks)
    {
    }

    public function begin(): void
    {
        DB::table('instances')->update(['looked_at' => null]);
        $this->tasks->once(TaskKind::LookOver);
    }
}
