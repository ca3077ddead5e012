<?php

declare(strict_types=1);

namespace App\Findings;

use App\Drafts\LineUps;
use App\Drafts\Steps\Newer;
use App\Drafts\Trials;
use App\Models\Instance;
use App\Models\TaskKind;
use App\Work\Allowance;
use App\Work\Tasks;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Resolve\Search\Stopped;

/**
 * Looks an instance over and remembers what it found, so that a page need not work it out again. The folder is asked each
 * time; everything else only when something that it rests on has changed.
 */
final readonly class Looking implements Newer
{
    public function __construct(
        private Findings $findings,
        private LineUps $lineUps,
        private Updates $updates,
        private Tasks $tasks,
        private Allowance $allowance,
        private Tidings $tidings,
        private Trials $trials,
        private LookStamp $stamp,
    ) {
    }

    /** @param  Instance  $instance  with placed, draft and lastRehearsal */
    public function over(Instance $instance): Look
    {
        $known = Look::known($instance->look);
        $stamp = $this->stamp->of($instance);
        $catalogue = $this->lineUps->shared($instance);
        $files = $this->findings->eachTime($instance, $catalogue);
        if ($known !== null && $known->stamp === $stamp) {
            $look = new Look($stamp, $files, $known->settled, $known->updates, $known->isOpen);
            $same = Finding::without($files, $known->files) === [] && count($files) === count($known->files);

            return $same ? $look : $this->remember($instance, $look);
        }

        // All of it at once: one at a time the rules would ask for each anew.
        $catalogue->load(array_map(strval(...), array_keys($instance->versions())));
        $settled = $this->findings->settled($instance, $catalogue);
        try {
            [$updates, $isOpen] = [$instance->applied_at === null ? [] : $this->updates->of($instance, $catalogue), false];
        } catch (Stopped) {
            [$updates, $isOpen] = [[], true];
        }
        if ($this->allowance->isSpentOnPage() || $this->trials->isOpen($instance)) {
            // A page had not the time for all of it: what it found is shown, and a worker looks again.
            $this->tasks->once(TaskKind::LookOver);

            return new Look($stamp, $files, $settled, $updates, $isOpen);
        }

        return $this->remember($instance, new Look($stamp, $files, $settled, $updates, $isOpen));
    }

    /** What the last look found; looks if there was none yet. */
    public function last(Instance $instance): Look
    {
        return Look::known($instance->look) ??
            $this->over(Instance::query()->with(['placed', 'draft', 'lastRehearsal', 'watch'])->findOrFail($instance->id));
    }

    private function remember(Instance $instance, Look $look): Look
    {
        $kept = $look->kept();
        DB::table('instances')
            ->where('id', $instance->id)
            ->update(['look' => $kept, 'looked_at' => now()]);
        $instance->setAttribute('look', $kept)->syncOriginal();
        $this->tidings->compare($instance, $look);

        return $look;
    }

    /** @return array<string, string> package => its newest release that fits */
    public function fitting(Instance $instance): array
    {
        $updates = $this->over($instance->load(['placed', 'draft', 'lastRehearsal']))->updates;

        return array_filter(array_map(fn (AvailableUpdate $update): ?string => $update->fits, $updates));
    }
}
