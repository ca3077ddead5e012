<?php

declare(strict_types=1);

namespace App\Disk;

use App\Depots\Catalogue\Bulk;
use App\Depots\DepotFailure;
use App\Depots\Download\Downloads;
use App\Depots\Download\Transfer;
use App\Depots\Download\TransferState;
use App\Drafts\LineUp;
use App\Models\Task;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use App\Work\Halted;
use Illuminate\Support\Facades\DB;

/** Brings the files of a line-up into the store, and tells how far each is. */
final class Fetching
{
    /** Seconds between two times that progress is written down, and that a person's word is asked for. */
    private const BEAT = 0.25;

    private float $told = 0.0;

    private float $began;

    private int $before = 0;

    private bool $going = true;

    public function __construct(private readonly Store $store, private readonly Task $task)
    {
        $this->began = microtime(true);
    }

    /**
     * @throws DepotFailure
     * @throws FullDisk
     * @throws Halted
     * @throws Refusal
     */
    public function run(LineUp $lineUp): void
    {
        $wanted = [];
        foreach ($lineUp->missing() as $sha256 => $file) {
            if ($file->offers === []) {
                throw Refusal::conflict("No depot has {$file->name} any more, and it is not in the store.");
            }
            $wanted[] = new Transfer((string) $sha256, $file->size, $file->name, $file->offers);
        }
        $this->checkRoom($wanted);
        DB::table('transfers')->where('task_id', $this->task->id)->delete();
        foreach ($wanted as $one) {
            $partial = $this->store->partial($one->sha256);
            $one->done = is_file($partial) ? min($one->size, (int) filesize($partial)) : 0;
        }
        Bulk::copy(
            'transfers',
            ['task_id', 'sha256', 'name', 'depot', 'done', 'size', 'state'],
            array_map(
                fn (Transfer $one): array => [
                    'task_id' => $this->task->id,
                    'sha256' => $one->sha256,
                    'name' => $one->name,
                    'depot' => $one->offer()->depot->name,
                    'done' => $one->done,
                    'size' => $one->size,
                    'state' => TransferState::Waiting->value,
                ],
                $wanted,
            ),
        );
        $this->before = self::done($wanted);
        $this->task->advance('fetching files', $this->before, self::total($wanted));
        if (! (new Downloads($this->store, $this->tell(...)))->run($wanted)) {
            throw new Halted();
        }
        $this->write($wanted);
    }

    /** @param  list<Transfer>  $wanted */
    private function checkRoom(array $wanted): void
    {
        $left = $this->store->free() - self::total($wanted);
        if ($left < config('stasimon.disk_reserve')) {
            throw FullDisk::writing('what has to be fetched, and a reserve');
        }
    }

    /** @param  list<Transfer>  $wanted */
    private function tell(array $wanted): bool
    {
        if (microtime(true) - $this->told >= self::BEAT) {
            $this->told = microtime(true);
            $this->write($wanted);
            $this->going = $this->task->newQuery()->whereKey($this->task->id)->value('state') === TaskState::Running;
        }

        return $this->going;
    }

    /** @param  list<Transfer>  $wanted */
    private function write(array $wanted): void
    {
        $done = self::done($wanted);
        $rate = (int) (($done - $this->before) / max(0.2, microtime(true) - $this->began));
        Task::query()
            ->whereKey($this->task->id)
            ->update(['done' => $done, 'rate' => max(0, $rate), 'step' => 'fetching files']);
        $rows = array_map(
            fn (Transfer $one): array => [
                'sha256' => $one->sha256,
                'done' => $one->done,
                'state' => $one->failure !== null ? 'failed' : $one->state,
                'depot' => $one->offers === [] ? '' : $one->offer()->depot->name,
            ],
            $wanted,
        );
        DB::update(
            'update transfers t set done = row.done, state = row.state, depot = case when row.depot = \'\' then t.depot else row.depot end
            from json_to_recordset(?::json) as row(sha256 text, done bigint, state text, depot text)
            where t.task_id = ? and t.sha256 = row.sha256',
            [json_encode($rows, JSON_THROW_ON_ERROR), $this->task->id],
        );
    }

    /** @param  list<Transfer>  $wanted */
    private static function done(array $wanted): int
    {
        return array_sum(array_map(fn (Transfer $one): int => $one->state === TransferState::There ? $one->size : $one->done, $wanted));
    }

    /** @param  list<Transfer>  $wanted */
    private static function total(array $wanted): int
    {
        return array_sum(array_map(fn (Transfer $one): int => $one->size, $wanted));
    }
}
