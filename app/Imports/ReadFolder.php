<?php

declare(strict_types=1);

namespace App\Imports;

use App\Access\Access;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Shelf\ShelfFile;
use App\Work\Tasks;
use App\Work\Undertaking;

/** Reads a folder that was put together elsewhere, and makes an instance of it. */
final readonly class ReadFolder implements Undertaking
{
    public function __construct(private Imports $imports, private Tasks $tasks, private Access $access)
    {
    }

    /**
     * @param  string  $game  that it is for, where nothing in it says so, with its version; else nothing
     *
     * @throws Refusal for a version that the game does not know
     */
    public function start(string $path, ?ShelfFile $file, string $game = '', string $version = ''): Import
    {
        $import = Import::query()
            ->create([
                'source' => $file->name ?? $this->access->folder($path),
                'shelf_file_id' => $file?->id,
                'game' => $game,
                'version' => $version,
            ])
            ->refresh();
        $this->tasks->begin(TaskKind::Import, 'reading the folder', ['import' => $import->id]);

        return $import;
    }

    /** @throws Refusal when it is not there to be made */
    public function make(Import $import, string $name): void
    {
        if (
            Import::query()
                ->whereKey($import->id)
                ->where('state', ImportState::Ready)
                ->update(['state' => ImportState::Making]) !== 1
        ) {
            throw Refusal::conflict('That folder has not been read, or is an instance already. Nothing was changed.');
        }
        $this->tasks->begin(TaskKind::Import, "making {$name}", ['import' => $import->id, 'name' => $name]);
    }

    public function run(Task $task): void
    {
        $import = Import::query()->find($task->about('import'));
        if ($import?->state === ImportState::Waiting) {
            $this->imports->read($import, $task);
        } elseif ($import?->state === ImportState::Making) {
            $this->imports->make($import, (string) $task->about('name'));
        }
    }

    public function abandon(Task $task, string $why): void
    {
        $import = Import::query()->find($task->about('import'));
        if ($import?->state === ImportState::Waiting || $import?->state === ImportState::Making) {
            $import->update([
                'state' => ImportState::Failed,
                'problem' => ($import->state === ImportState::Waiting ? 'It could not be read to its end. ' : 'No instance could be '.
                'made of it. ').
                    $why,
            ]);
        }
    }
}
