<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Models\Task;
use App\Models\TaskKind;
use App\Work\Tasks;
use App\Work\Undertaking;

/** Reads a file that a person has brought. */
final readonly class ReadShelfFile implements Undertaking
{
    public function __construct(private Shelf $shelf, private Tasks $tasks)
    {
    }

    public function start(ShelfFile $file): Task
    {
        return $this->tasks->begin(TaskKind::Shelf, "reading {$file->name}", ['file' => $file->id]);
    }

    public function run(Task $task): void
    {
        $file = ShelfFile::query()->find($task->about('file'));
        if ($file?->state === ShelfState::Waiting) {
            $this->shelf->read($file);
        }
    }

    public function abandon(Task $task, string $why): void
    {
        $file = ShelfFile::query()->find($task->about('file'));
        if ($file?->state === ShelfState::Waiting) {
            $file->update(['state' => ShelfState::Refused, 'problem' => "It could not be read to its end. {$why}"]);
        }
    }
}
