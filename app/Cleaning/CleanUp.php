<?php

declare(strict_types=1);

namespace App\Cleaning;

use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Store\Store;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;

/** Says what of the store nothing needs, frees that, or reads every file of it to see whether it is what it was. */
final readonly class CleanUp implements Undertaking
{
    /** What is remembered of the last look. */
    private const SETTING = 'clean up';

    /** Seconds after which a part of a file that broke off is nobody's. */
    private const PART = 86_400;

    public function __construct(private Used $used, private Store $store, private Tasks $tasks, private Spares $spares)
    {
    }

    public function start(Cleaned $act): Task
    {
        return $this->tasks->begin(TaskKind::CleanUp, $act->words(), ['act' => $act->value]);
    }

    public function letGo(Instance $instance, Spare $what): Task
    {
        return $this->tasks->begin(
            TaskKind::CleanUp,
            Cleaned::LetGo->words(),
            ['act' => Cleaned::LetGo->value, 'instance' => $instance->id, 'what' => $what->value],
        );
    }

    /**
     * @return array{at: int, files: int, bytes: int, unused: int, unusedBytes: int, parts: int, partBytes: int, freed: int,
     *     damaged: int|null, spares?: list<array{instance: string, name: string, what: string, count: int, bytes: int}>}|null what the
     *     last look found
     */
    public static function last(): ?array
    {
        $kept = DB::table('settings')->where('name', self::SETTING)->value('value');

        return is_string($kept) ? json_decode($kept, true) : null;
    }

    public function run(Task $task): void
    {
        $act = Cleaned::from($task->about('act'));
        $damaged = $act === Cleaned::Read ? $this->read($task) : null;
        $freed = match ($act) {
            Cleaned::Free => $this->free($task),
            Cleaned::LetGo => $this->spares->letGo(
                Instance::query()->findOrFail($task->about('instance')),
                Spare::from($task->about('what')),
            ),
            default => 0,
        };
        $unused = $this->used->unused();
        $parts = $this->parts();
        $all = array_map(fn (string $path): int => (int) @filesize($path), iterator_to_array($this->store->all()));
        $said = [
            'at' => (int) now()->timestamp,
            'files' => count($all),
            'bytes' => array_sum($all),
            'unused' => count($unused),
            'unusedBytes' => array_sum($unused),
            'parts' => count($parts),
            'partBytes' => array_sum($parts),
            'freed' => $freed,
            'damaged' => $damaged,
            'spares' => $this->spares->all(),
        ];
        DB::table('settings')->upsert([['name' => self::SETTING, 'value' => json_encode($said, JSON_THROW_ON_ERROR)]], ['name'], ['value']);
    }

    /** What was freed was needed by nothing, and the rest is as it was. */
    public function abandon(Task $task, string $why): void
    {
    }

    private function free(Task $task): int
    {
        $freed = 0;
        $unused = $this->used->unused();
        foreach (array_chunk($unused, 500, true) as $n => $portion) {
            $task->advance('freeing what nothing needs', 500 * $n, count($unused));
            // Something may have begun to need one of them meanwhile.
            $used = $this->used->digests();
            foreach ($portion as $digest => $bytes) {
                $freed += ! isset($used[(string) $digest]) && @unlink($this->store->path((string) $digest)) ? $bytes : 0;
            }
            // What was looked into and is gone would have to be looked into again.
            DB::table('archives')->whereIn('sha256', array_map(strval(...), array_keys(array_diff_key($portion, $used))))->delete();
        }
        foreach ($this->parts() as $path => $bytes) {
            $freed += @unlink((string) $path) ? $bytes : 0;
        }

        return $freed;
    }

    /** @return int how many were not what they were; they are thrown out, and fetched again when they are needed */
    private function read(Task $task): int
    {
        $all = iterator_to_array($this->store->all());
        $damaged = $done = 0;
        foreach (array_keys($all) as $digest) {
            $damaged += $this->store->holds((string) $digest) === false ? 1 : 0;
            ++$done % 50 === 0 ? $task->advance('reading every file of the store', $done, count($all)) : null;
        }

        return $damaged;
    }

    /** @return array<string, int> path => bytes, of what broke off and was not gone on with */
    private function parts(): array
    {
        $parts = [];
        foreach (glob(dirname($this->store->partial('x')).'/*') ?: [] as $path) {
            if (is_file($path) && (int) @filemtime($path) < now()->getTimestamp() - self::PART) {
                $parts[$path] = (int) @filesize($path);
            }
        }

        return $parts;
    }
}
