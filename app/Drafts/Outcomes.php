<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Draft;
use App\Models\Instance;
use App\Models\TaskKind;
use App\Work\Tasks;
use Illuminate\Support\Facades\DB;
use LogicException;

/** Keeps what a draft comes to, worked out once for each step. */
final readonly class Outcomes
{
    public function __construct(private LineUps $lineUps, private Tasks $tasks)
    {
    }

    /** What the draft comes to, worked out once for each step; without a draft, what is applied. */
    public function outcome(Instance $instance): Outcome
    {
        $draft = $instance->draft;
        if ($draft === null) {
            return new Outcome(Answer::LineUp, $instance->versions());
        }
        if (($draft->outcome['stamp'] ?? '') !== $this->lineUps->stamp($instance)) {
            $outcome = Outcome::of($this->lineUps->lineUp($instance), Answer::Open);
            $isOpen = $outcome->answer === Answer::Open || $outcome->told?->isWhole === false;
            if ($this->keep($instance, $draft, $outcome, $isOpen) && $isOpen) {
                $this->tasks->begin(TaskKind::WorkOut, "working out {$instance->name}", ['instance' => $instance->id]);
            }
        }

        return Outcome::ofKept($draft->outcome ?? throw new LogicException('What a draft comes to was just kept.'));
    }

    /** The same with the time that a worker has. */
    public function workOut(Instance $instance): void
    {
        $draft = $instance->draft;
        if ($draft !== null) {
            $this->keep(
                $instance,
                $draft,
                Outcome::of($this->lineUps->lineUpOf($this->lineUps->plan($instance), $instance), Answer::GivenUp),
                true,
            );
        }
    }

    /** Whether it could be kept: another tab may have taken a step meanwhile. */
    private function keep(Instance $instance, Draft $draft, Outcome $outcome, bool $byWorker): bool
    {
        $kept = ['stamp' => $this->lineUps->stamp($instance), 'byWorker' => $byWorker] + $outcome->kept();
        $json = json_encode($kept, JSON_THROW_ON_ERROR);
        // Not through the model: that it is worked out is no step.
        $isKept =
            DB::table('drafts')
                ->where('id', $draft->id)
                ->where('revision', $draft->revision)
                ->update(['outcome' => $json]) > 0;
        $draft->setAttribute('outcome', json_decode($json, true))->syncOriginal();

        return $isKept;
    }
}
