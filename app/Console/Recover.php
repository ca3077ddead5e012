<?php

declare(strict_types=1);

namespace App\Console;

use App\Disk\Applying;
use App\Disk\Rubbish;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Work\Performing;
use App\Work\Tasks;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use JsonException;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Plan\PlanChange;
use Stasimon\Core\Plan\PlanDocument;

/** Finishes or clears whatever a stopped worker left half done, and says what that was. Run before any worker starts. */
final class Recover extends Command
{
    protected $signature = 'stasimon:recover';

    protected $description = 'Finish or clear what a stopped worker left half done';

    public function handle(Applying $applying, Performing $performing, Tasks $tasks, Games $games): int
    {
        $games->lookOver();
        foreach (DB::table('instances')->get(['id', 'name', 'plan']) as $row) {
            if (! self::isReadable($row->plan)) {
                DB::table('instances')
                    ->where('id', $row->id)
                    ->update(['problem' => 'What it is made of is written down in a way that cannot be read. Its folder is as it was.']);
            }
        }
        $this->mendDrafts();
        foreach (DB::table('instances')->pluck('id')->map(strval(...)) as $id) {
            $instance = Instance::query()->find($id);
            if ($instance === null || ! self::isReadable((string) $instance->getRawOriginal('plan'))) {
                continue;
            }
            $before = $instance->problem;
            $problem = $applying->recover($instance);
            if ($problem !== null) {
                $this->warn("{$instance->name} is set aside. {$problem}");
            } elseif ($before !== null) {
                $this->line("{$instance->name} was set aside, and is right again.");
            }
        }
        foreach (Task::query()->with('instance')->where('state', TaskState::Running)->get() as $task) {
            $performing->breakOff($task->id, 'Stasimon was ended while it was at it. Nothing is half done; it can be begun again.');
            $this->line($task->kind->words().($task->instance === null ? '' : " of {$task->instance->name}").' had been broken off.');
        }
        // What waited is handed out anew, once each; whoever had taken a job is gone.
        DB::table('jobs')->delete();
        foreach (Task::query()->where('state', TaskState::Waiting)->orderBy('id')->get() as $task) {
            $tasks->queue($task);
        }
        if (Rubbish::isFilled()) {
            $tasks->once(TaskKind::Removal);
        }

        return self::SUCCESS;
    }

    /** A draft that cannot be read is led from the instance's plan to the last step that can. */
    private function mendDrafts(): void
    {
        $drafts = DB::table('drafts')
            ->join('instances', 'instances.id', '=', 'drafts.instance_id')
            ->whereNull('drafts.thrown_at')
            ->get(['drafts.id', 'drafts.plan', 'drafts.revision', 'instances.name', 'instances.plan as applied']);
        foreach ($drafts->reject(fn (object $draft): bool => self::isReadable($draft->plan)) as $draft) {
            $steps = DB::table('draft_steps')->where('draft_id', $draft->id)->orderBy('id');
            [$plan, $last] = [$draft->applied, 0];
            // The last step is the one that came to what cannot be read.
            foreach (array_slice((clone $steps)->where('is_later', false)->pluck('forth', 'id')->all(), 0, -1, true) as $id => $forth) {
                try {
                    $next = PlanChange::apply($plan, $forth);
                } catch (JsonException) {
                    break;
                }
                if (! self::isReadable($next)) {
                    break;
                }
                [$plan, $last] = [$next, $id];
            }
            (clone $steps)->where('id', '>', $last)->delete();
            $last === 0
                ? DB::table('drafts')->where('id', $draft->id)->delete()
                : DB::table('drafts')
                    ->where('id', $draft->id)
                    ->update(['plan' => $plan, 'outcome' => null, 'revision' => $draft->revision + 1]);
            $this->warn(
                "The draft of {$draft->name} could not be read and ".
                    ($last === 0 ? 'was thrown away.' : 'is back at the last step that can.'),
            );
        }
    }

    private static function isReadable(string $plan): bool
    {
        try {
            PlanDocument::read($plan);

            return true;
        } catch (UnusableDocument) {
            return false;
        }
    }
}
