<?php

declare(strict_types=1);

namespace App\Work;

use Illuminate\Database\Events\ConnectionEstablished;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;

/**
 * Whether whoever works on a task is still there. Each worker holds a lock of its database session for the task it is at:
 * whatever ends the process, or its connection, ends the lock with it, so nothing has to be told and nothing can be forgotten.
 */
final class Liveness
{
    /** The first of the two numbers of a lock: these locks are told from others by it. */
    private const KEY = 7_461;

    /** @var array<string, true> tasks that this process is at */
    private array $held = [];

    private bool $listens = false;

    public function hold(string $task): void
    {
        if (! $this->listens) {
            // A connection that was lost and made anew has lost the locks as well.
            Event::listen(function (ConnectionEstablished $event): void {
                array_map($this->lock(...), array_map(strval(...), array_keys($this->held)));
            });
            $this->listens = true;
        }
        $this->lock($task);
        $this->held[$task] = true;
    }

    public function release(string $task): void
    {
        unset($this->held[$task]);
        DB::select('select pg_advisory_unlock(?, hashtext(?))', [self::KEY, $task]);
    }

    /**
     * @param  list<string>  $tasks
     * @return list<string> those that nobody is at
     */
    public function lost(array $tasks): array
    {
        $list = '{'.implode(',', $tasks).'}';
        $alive = DB::select(
            "select one from unnest(?::text[]) as one where exists (select from pg_locks where locktype = 'advisory' and granted
            and database = (select oid from pg_database where datname = current_database())
            and classid = ? and objid = hashtext(one)::oid)",
            [$list, self::KEY],
        );

        return array_values(array_diff($tasks, array_column($alive, 'one')));
    }

    private function lock(string $task): void
    {
        DB::select('select pg_advisory_lock(?, hashtext(?))', [self::KEY, $task]);
    }
}
