<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use App\Drafts\LineUps;
use App\Games\Games;
use App\Models\Draft;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskState;
use App\Refusal\Meaning;
use App\Refusal\Refusal;
use App\Store\Store;
use App\Work\Halted;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Plan\PlanDocument;
use Throwable;

/**
 * Makes a draft real: fetch into the store, decide where each file goes, build next/, carry over what is the instance's own,
 * swap, mark applied.
 *
 * A process killed anywhere leaves the old instance or the new one; {@see recover()} finishes or clears what is half done.
 */
final readonly class Applying
{
    /** Seconds that one apply waits for another of the same instance. */
    private const PATIENCE = 5.0;

    public function __construct(
        private LineUps $lineUps,
        private Games $games,
        private Store $store,
        private Building $building,
        private Milestones $milestones,
        private KeptWorlds $kept,
        private Recording $recording,
    ) {
    }

    /**
     * @throws Halted when a person pauses or cancels it
     * @throws Refusal
     */
    public function run(Instance $instance, Task $task): void
    {
        $folder = new Folder($instance);
        $lock = $folder->lock(self::PATIENCE);
        $lock ?? throw Refusal::conflict('Another apply of this instance is at work. This one was not begun.');
        $this->finish($instance);
        $draft = $instance->draft()->first();
        if ($draft === null) {
            return;
        }
        $lineUp = $this->workedOut($instance);
        $this->fetch($lineUp, $task);
        $files = $this->building->decide($lineUp, $task);
        $this->milestones->reached('looked');
        $this->goesOn($task);
        $this->waitForGame($folder, $task);
        $backup = $this->keepWorlds($instance, $lineUp, $task);
        $built = $this->building->build($instance, $lineUp, $files, $folder, $task);
        $this->milestones->reached('built');
        $this->leaveWord($lineUp, $files, $built, $draft, $task, $backup);
        $this->milestones->reached('complete');
        $this->swap($instance, $folder, $built);
        unlink($folder->live(Folder::PENDING));
        $this->milestones->reached('applied');
        $folder->clear($this->games->get($lineUp->plan->base->game)->own);
        flock($lock, LOCK_UN);
    }

    private function workedOut(Instance $instance): LineUp
    {
        $this->lineUps->forget();
        $lineUp = $this->lineUps->lineUp($instance->load('placed', 'draft'));
        if ($lineUp->isStopped) {
            throw Refusal::conflict('The draft\'s line-up could not be worked out in the time there is. Its page says what can be done.');
        }
        if ($lineUp->resolved === null) {
            throw Refusal::conflict('The draft has no line-up, so it cannot be applied. It says why on its page.');
        }

        return $lineUp;
    }

    private function fetch(LineUp $lineUp, Task $task): void
    {
        (new Fetching($this->store, $task))->run($lineUp);
        $this->milestones->reached('fetched');
    }

    /** @return int|null the backup */
    private function keepWorlds(Instance $instance, LineUp $lineUp, Task $task): ?int
    {
        if ($this->games->get($lineUp->plan->base->game)->worlds === null) {
            return null;
        }
        $task->advance('keeping the worlds as they are', 0, 0);

        return $this->kept->keep($instance);
    }

    /**
     * Leaves beside the files what is true once they are swapped in.
     *
     * @param  list<LaidFile>  $files
     */
    private function leaveWord(LineUp $lineUp, array $files, Built $built, Draft $draft, Task $task, ?int $backup): void
    {
        $once = $lineUp->plan->once;
        $folder = new Folder($draft->instance);
        $pending = new Pending(
            PlanDocument::write($lineUp->plan->applied()->lapsed($lineUp->resolved?->versions() ?? [])),
            PlacedRows::of($lineUp, $files, new Placement($this->games->get($lineUp->plan->base->game))),
            $built->laid,
            AppliedSentence::of($lineUp, $built->carried->displaced),
            $once->pack,
            $task->id,
            $backup,
            $once->worlds !== 0 || $once->restore?->own === true,
            $draft->id,
            $draft->revision,
            $built->install,
        );
        $folder->write(Folder::PENDING, $pending->written());
        $folder->mark(new Mark($task->id, $built->carried->ours, $built->reasons));
    }

    /** What cannot be written as rows is not swapped in; what is swapped in and not written yet is written by {@see recover()}. */
    private function swap(Instance $instance, Folder $folder, Built $built): void
    {
        DB::transaction(function () use ($instance, $folder, $built): void {
            $this->recording->record($instance, Pending::read($folder->next(Folder::PENDING)));
            $folder->stepAside();
            $this->milestones->reached('aside');
            $isSame = $folder->isAsideUnchanged($built->stands);
            if (! $isSame || $built->carrying->stand($folder->before(), $built->placed) !== $built->carried->stand) {
                $folder->stepBack();
                $where = $isSame ? 'folder' : 'worlds or configs';
                throw Refusal::conflict(
                    "Something has written into the {$where} while the draft was being applied. End it and apply again; nothing was ".
                        'changed.',
                );
            }
            $folder->stepIn();
            $this->milestones->reached('swapped');
        });
    }

    /**
     * Nothing is applied while somebody works in the folder, which is mostly the game: what it writes into its worlds would
     * be lost.
     *
     * @throws Halted when a person will not wait
     * @throws Refusal when it does not end
     */
    private function waitForGame(Folder $folder, Task $task): void
    {
        for (
            $end = microtime(true) + (float) config('stasimon.wait_for_game');
            ($using = Processes::using($folder->live())) !== [];
            usleep(250_000)
        ) {
            $who =
                implode(', ', array_unique(array_slice($using, 0, 3))).
                ' (process '.
                implode(', ', array_slice(array_keys($using), 0, 3)).
                ')';
            $task->advance("waiting until {$who} has left the instance's folder", 0, 0);
            $this->goesOn($task);
            if (microtime(true) >= $end) {
                throw Refusal::conflict(
                    "{$who} is still working in the instance's folder, and what it writes would be lost. End it and apply again; nothing ".
                        'was changed.',
                );
            }
        }
    }

    /** @throws Halted when a person has paused or cancelled it */
    private function goesOn(Task $task): void
    {
        if ($task->newQuery()->whereKey($task->id)->value('state') !== TaskState::Running) {
            throw new Halted();
        }
    }

    /**
     * Finishes or clears what a killed apply left; harmless when there is nothing, and while another is at work. An instance
     * for which that cannot be done is set aside, with a sentence, until it can.
     *
     * @return string|null the sentence
     */
    public function recover(Instance $instance): ?string
    {
        $lock = (new Folder($instance))->lock();
        if ($lock === null) {
            return $instance->problem;
        }
        try {
            $this->finish($instance);
            $problem = null;
        } catch (Throwable $failure) {
            report($failure);
            $problem = 'What an apply had begun could neither be finished nor taken back. '.Meaning::of($failure);
        } finally {
            flock($lock, LOCK_UN);
        }
        if ($problem !== $instance->problem) {
            DB::table('instances')
                ->where('id', $instance->id)
                ->update(['problem' => $problem]);
        }

        return $problem;
    }

    private function finish(Instance $instance): void
    {
        $folder = new Folder($instance);
        $folder->recover();
        if (is_file($folder->live(Folder::PENDING))) {
            DB::transaction(fn () => $this->recording->record($instance, Pending::read($folder->live(Folder::PENDING))), 3);
            unlink($folder->live(Folder::PENDING));
        }
        $folder->clear($this->games->get($instance->plan->base->game)->own);
    }
}
