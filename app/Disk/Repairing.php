<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\Drafting;
use App\Files\PlainFile;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Store\Store;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Plan;

/**
 * Reads every file of an instance against its digest, whatever its time of change says. What is damaged is thrown out of the
 * store, too, where it is damaged there, so that it is fetched again; a draft lays everything anew.
 */
final readonly class Repairing implements Undertaking
{
    public function __construct(private Tasks $tasks, private Drafting $drafting, private Store $store)
    {
    }

    public function start(Instance $instance): Task
    {
        return $this->tasks->beginFor($instance, TaskKind::Repair, fn (Instance $locked): array => ['instance' => $locked->id]);
    }

    public function run(Task $task): void
    {
        $instance = Instance::query()->with('draft')->findOrFail($task->about('instance'));
        $folder = new Folder($instance);
        $files = DB::table('placed_files')
            ->where('instance_id', $instance->id)
            ->where('kept', false)
            ->orderBy('path')
            ->get(['path', 'sha256']);
        $damaged = $thrown = [];
        foreach ($files as $number => $file) {
            $digest = trim($file->sha256);
            if (PlainFile::digest($folder->live($file->path)) !== $digest) {
                $damaged[] = $file->path;
            }
            // One that hangs on the same content may be damaged by what was written into this one.
            if ($this->store->holds($digest) === false) {
                $thrown[] = $file->path;
            }
            $number % 20 === 0 && $task->advance('reading every file', $number + 1, count($files));
        }
        $task->update([
            'subject' => [
                'instance' => $instance->id,
                'files' => count($files),
                'damaged' => array_slice($damaged, 0, 100),
                'thrown' => count($thrown),
            ],
        ]);
        if ($damaged !== [] || $thrown !== []) {
            $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->puttingBack());
        }
    }

    public function abandon(Task $task, string $why): void
    {
        // Nothing was changed but what was thrown out, which is fetched when it is needed.
    }

    /** What the last look found, in a sentence; nothing where none was made. */
    public static function said(Instance $instance): string
    {
        $task = $instance->tasks()->where('kind', TaskKind::Repair)->latest('id')->first();
        $found = $task->subject ?? [];
        if ($task === null || ! isset($found['files'])) {
            return '';
        }
        $damaged = is_array($found['damaged'] ?? null) ? array_map(strval(...), $found['damaged']) : [];
        $when = $task->ended_at?->diffForHumans() ?? 'just now';

        return $damaged === []
            ? "Every file was read {$when}: all ".number_format((int) $found['files']).' are as they came.'
            : 'Every file was read '.
                    $when.
                    ': '.
                    count($damaged).
                    (count($damaged) === 1 ? ' is' : ' are').
                    ' not as it came ('.
                    implode(', ', array_slice($damaged, 0, 5)).
                    (count($damaged) > 5 ? ' and others' : '').
                    '). The draft lays everything anew.';
    }
}
