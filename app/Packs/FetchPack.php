<?php

declare(strict_types=1);

namespace App\Packs;

use App\Depots\Download\Downloads;
use App\Depots\Download\Transfer;
use App\Depots\ReleaseRow;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Store\Store;
use App\Work\Halted;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Collection;

/** Fetches the file of a pack from the depot that lists it, and keeps it like one that was dropped. */
final readonly class FetchPack implements Undertaking
{
    public function __construct(private Store $store, private Packs $packs, private Tasks $tasks)
    {
    }

    public function start(DepotPack $found): Task
    {
        return $this->tasks->begin(TaskKind::Pack, "fetching {$found->name} {$found->version}", ['sha256' => $found->file_sha256]);
    }

    /**
     * @param  Collection<int, DepotPack>  $found
     * @return array<string, Task> SHA-256 of a file => the last task that fetches it
     */
    public function tasks(Collection $found): array
    {
        $tasks = Task::query()
            ->where('kind', TaskKind::Pack)
            ->whereIn('subject->sha256', $found->pluck('file_sha256')->all())
            ->orderBy('id')
            ->get();

        return $tasks->keyBy(fn (Task $task): string => $task->about('sha256'))->all();
    }

    public function run(Task $task): void
    {
        $found = DepotPack::query()->with('depot')->where('file_sha256', $task->about('sha256'))->get();
        $first = $found->first() ?? throw Refusal::notFound('No depot lists that pack any more.');
        $offers = array_values(
            $found
                ->map(
                    fn (DepotPack $one): ReleaseRow => (new ReleaseRow())
                        ->forceFill(['depot_id' => $one->depot_id, 'file_path' => $one->file_path])
                        ->setRelation('depot', $one->depot),
                )
                ->all(),
        );
        if (! $this->store->has($first->file_sha256)) {
            $transfer = new Transfer($first->file_sha256, $first->file_size, "{$first->name} {$first->version}", $offers);
            $tell = function () use ($task, $transfer): bool {
                $task->advance("fetching {$transfer->name}", $transfer->done, $transfer->size);

                return ! $task->isOver();
            };
            (new Downloads($this->store, $tell))->run([$transfer]) || throw new Halted();
        }
        $this->packs->receive($this->store->path($first->file_sha256), "{$first->name} {$first->version}");
    }

    /** What came of it is in the store, and nothing else was begun. */
    public function abandon(Task $task, string $why): void
    {
    }
}
