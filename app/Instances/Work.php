<?php

declare(strict_types=1);

namespace App\Instances;

use App\Jobs\ApplyDraft;
use App\Jobs\Rehearse;
use App\Jobs\SearchCulprits;
use App\Jobs\SyncDepot;
use App\Jobs\TendDepot;
use App\Models\CulpritSearch;
use App\Models\Depot;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Models\Task;
use Closure;
use Illuminate\Support\Facades\DB;

/** Starts long work. One instance does one thing at a time. */
final readonly class Work
{
    public function __construct(private Drafting $drafting)
    {
    }

    public function sync(Depot $depot): Task
    {
        $task = Task::query()->create(['kind' => 'sync', 'state' => 'waiting', 'step' => "reading {$depot->name}"]);
        SyncDepot::dispatch($depot->id, $task->id);

        return $task;
    }

    /** @param  'forget'|'remove'|'order'  $what */
    public function tend(Depot $depot, string $what): Task
    {
        $task = Task::query()->create(['kind' => 'sync', 'state' => 'waiting', 'step' => $what === 'order' ? 'putting packages together' : "taking out {$depot->name}"]);
        TendDepot::dispatch($depot->id, $task->id, $what);

        return $task;
    }

    /** @throws Refusal when there is nothing to apply, or the instance is busy */
    public function apply(Instance $instance, ?int $seen = null): Task
    {
        $draft = $instance->draft ?? throw Refusal::conflict('There is no draft to apply.');
        if ($seen !== null && $seen !== $draft->revision) {
            throw Refusal::conflict('The draft was changed in another tab meanwhile. Nothing was applied; look at it again.');
        }
        if ($this->drafting->lineUp($instance)->resolved === null) {
            throw Refusal::conflict('The draft has no line-up yet, so it cannot be applied.');
        }
        $task = $this->begin($instance, 'apply');
        ApplyDraft::dispatch($instance->id, $task->id);

        return $task;
    }

    /** @throws Refusal when nothing is applied, or the instance is busy */
    public function rehearse(Instance $instance, bool $plain = false, string $side = 'client'): Rehearsal
    {
        if ($instance->applied_at === null && ! $plain) {
            throw Refusal::conflict('Nothing is applied yet, so there is nothing to launch. Apply the draft first.');
        }
        $task = $this->begin($instance, 'rehearsal');
        $rehearsal = $instance->rehearsals()->create([
            'number' => 1 + (int) $instance->rehearsals()->max('number'),
            'state' => 'waiting',
            'plan' => $instance->plan,
            'plain' => $plain,
            'side' => $side,
        ]);
        Rehearse::dispatch($rehearsal->id, $task->id);

        return $rehearsal;
    }

    /**
     * Begins a search for culprits, or goes on with one.
     *
     * @param  Closure(): CulpritSearch  $prepare
     *
     * @throws Refusal when the instance is busy
     */
    public function search(Instance $instance, Closure $prepare): CulpritSearch
    {
        $task = $this->begin($instance, 'culprit search');
        try {
            $search = $prepare();
        } catch (Refusal $refusal) {
            $task->delete();
            throw $refusal;
        }
        SearchCulprits::dispatch($search->id, $task->id);

        return $search;
    }

    /** @throws Refusal when there is nothing to pause */
    public function pause(Instance $instance): void
    {
        $this->turn($instance, ['waiting', 'running'], 'paused', 'Nothing is being applied, so there is nothing to pause.');
    }

    /** @throws Refusal when nothing is paused */
    public function goOn(Instance $instance): void
    {
        $task = $this->turn($instance, ['paused'], 'waiting', 'Nothing is paused.');
        ApplyDraft::dispatch($instance->id, $task->id);
    }

    /** @throws Refusal when there is nothing to cancel */
    public function cancel(Instance $instance): void
    {
        $this->turn($instance, ['waiting', 'running', 'paused'], 'cancelled', 'Nothing is being applied, so there is nothing to cancel.');
    }

    /** @param  list<string>  $from */
    private function turn(Instance $instance, array $from, string $to, string $else): Task
    {
        $task = $instance->tasks()->where('kind', 'apply')->whereIn('state', $from)->latest('id')->first();
        if ($task === null || $instance->tasks()->whereKey($task->id)->whereIn('state', $from)->update(['state' => $to, 'rate' => 0]) === 0) {
            throw Refusal::conflict($else);
        }

        return $task;
    }

    private function begin(Instance $instance, string $kind): Task
    {
        return DB::transaction(function () use ($instance, $kind): Task {
            Instance::query()->lockForUpdate()->findOrFail($instance->id);
            $busy = $instance->tasks()->whereIn('state', ['waiting', 'running', 'paused'])->first();
            if ($busy !== null) {
                throw Refusal::conflict($busy->state === 'paused' ? 'An apply of this instance is paused. Go on with it, or cancel it, first.' : match ($busy->kind) {
                    'apply' => 'A draft of this instance is being applied. Wait until it is done.',
                    'culprit search' => 'A culprit is being looked for in this instance. Wait until it is found, or stop the search.',
                    default => 'This instance is being rehearsed. Wait until it is done, or stop it.',
                });
            }

            return $instance->tasks()->create(['kind' => $kind, 'state' => 'waiting', 'step' => 'waiting for a worker']);
        });
    }
}
