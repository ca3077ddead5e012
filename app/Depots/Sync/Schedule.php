<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Depot;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use Illuminate\Support\Facades\DB;

/** Has depots read again every so often. */
final readonly class Schedule
{
    public function __construct(private ReadDepot $reading)
    {
    }

    /** Minutes between two readings; 0 for never. */
    public function minutes(): int
    {
        return (int) (DB::table('settings')->where('name', 'read every')->value('value') ?? config('stasimon.read_every'));
    }

    public function set(int $minutes): void
    {
        DB::table('settings')->upsert([['name' => 'read every', 'value' => (string) $minutes]], ['name'], ['value']);
    }

    /** Begins to read those that are due. */
    public function look(): void
    {
        // Who has them read by hand alone has begun what broke off.
        $minutes = $this->minutes();
        // One that asks to be left alone is asked when the time is over, though it is not due: what broke off goes on then.
        $due = Depot::query()->where('shelf', false)->where('paused', false)->where(
            fn ($depot) => $depot
                ->where('not_before', '<', now())
                ->when($minutes > 0, fn ($open) => $open->orWhere(
                    fn ($due) => $due->whereNull('not_before')->where('synced_at', '<', now()->subMinutes($minutes)),
                )),
        );
        foreach ($due->get() as $depot) {
            // One that could not be read is asked again after the same time, and not at once.
            $isRead = Task::query()
                ->where('kind', TaskKind::Sync)
                ->where('subject->depot', $depot->id)
                ->where(fn ($task) => $task->whereIn('state', TaskState::open())
                    ->orWhere('created_at', '>', $depot->not_before ?? now()->subMinutes($minutes)))
                ->exists();
            if (! $isRead) {
                $this->reading->start($depot);
            }
        }
    }
}
