<?php

declare(strict_types=1);

namespace App\Rehearsals\Culprits;

use App\Models\Instance;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\Launch;
use App\Work\Tasks;
use App\Work\Undertaking;
use Closure;
use LogicException;

/** Looks for what makes a launch fail. */
final readonly class SearchCulprits implements Undertaking
{
    public function __construct(private Searching $searching, private Tasks $tasks)
    {
    }

    /**
     * @param  bool  $asks  whether a person says of each launch how it went
     * @param  bool  $layered  whether each is launched with all that lies under it
     *
     * @throws Refusal when there is nothing to search in, or the instance is busy
     */
    public function start(Rehearsal $rehearsal, bool $asks = false, bool $layered = false): CulpritSearch
    {
        return $this->begin($rehearsal->instance, fn (): CulpritSearch => $this->searching->prepare($rehearsal, $asks, $layered));
    }

    /** @throws Refusal unless it was stopped */
    public function goOn(CulpritSearch $search): void
    {
        $this->begin($search->instance, function () use ($search): CulpritSearch {
            if (
                CulpritSearch::query()
                    ->whereKey($search->id)
                    ->where('state', SearchState::Stopped)
                    ->update(['state' => SearchState::Waiting]) === 0
            ) {
                throw Refusal::conflict('That search was not stopped, so it need not go on.');
            }

            return $search;
        });
    }

    /** A person's word on the launch that was just made; the search goes on with it. */
    public function judge(CulpritSearch $search, bool $worked): void
    {
        $this->begin($search->instance, function () use ($search, $worked): CulpritSearch {
            $this->searching->judge($search->refresh(), $worked);

            return $search;
        });
    }

    public function stop(CulpritSearch $search): void
    {
        CulpritSearch::query()
            ->whereKey($search->id)
            ->whereIn('state', SearchState::open())
            ->update(['state' => SearchState::Stopped]);
        $task = Task::query()
            ->where('kind', TaskKind::CulpritSearch)
            ->where('state', TaskState::Waiting)
            ->where('subject->search', $search->id)
            ->first();
        if ($task !== null) {
            $this->tasks->turn($task, TaskState::Cancelled);
        }
    }

    public function run(Task $task): void
    {
        $search = $this->of($task);
        if ($search?->state === SearchState::Waiting) {
            $this->searching->run($search, $task);
        }
    }

    public function abandon(Task $task, string $why): void
    {
        $search = $this->of($task);
        if ($search !== null) {
            Launch::endLeftOver($search->instance);
            CulpritSearch::query()
                ->whereKey($search->id)
                ->whereIn('state', [SearchState::Waiting, SearchState::Running])
                ->update(['state' => SearchState::Stopped]);
        }
    }

    /** @param  Closure(): CulpritSearch  $prepare */
    private function begin(Instance $instance, Closure $prepare): CulpritSearch
    {
        $search = null;
        $this->tasks->beginFor($instance, TaskKind::CulpritSearch, function () use ($prepare, &$search): array {
            $search = $prepare();

            return ['search' => $search->id];
        });

        return $search ?? throw new LogicException('The search was just prepared.');
    }

    private function of(Task $task): ?CulpritSearch
    {
        return CulpritSearch::query()->with('instance.placed')->find((int) $task->about('search'));
    }

    public static function find(Instance $instance, int $search): ?CulpritSearch
    {
        return $instance->hasMany(CulpritSearch::class)->whereKey($search)->first()?->setRelation('instance', $instance);
    }
}
