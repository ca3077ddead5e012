<?php

declare(strict_types=1);

namespace App\Sharing\Whole;

use App\Disk\Folder;
use App\Disk\Inventory;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Stage;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Sharing\CarriedFiles;
use App\Sharing\HandOffs;
use App\Shelf\Recognised;
use App\Shelf\Shelf;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use App\Stages\Stages;
use App\Store\Store;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Share\HandOff;

/** Keeps instances whole, and makes them again of what was kept: line-up, files, worlds, configs, stages, groups and notes. */
final readonly class Wholes implements Undertaking
{
    public function __construct(
        private Tasks $tasks,
        private HandOffs $handOffs,
        private Stages $stages,
        private Inventory $inventory,
        private CarriedFiles $carried,
        private Shelf $shelf,
        private Store $store,
        private Games $games,
    ) {
    }

    /** @return Collection<int, Whole> the newest first */
    public function all(): Collection
    {
        return Whole::query()->whereNotNull('made_at')->orderByDesc('id')->limit(200)->get();
    }

    /** Begins to keep one. */
    public function keep(Instance $instance, string $name): void
    {
        $instance->applied_at !== null || throw Refusal::conflict('Nothing is applied yet, so there is nothing to keep.');
        $this->tasks->beginFor($instance, TaskKind::Whole, function (Instance $locked) use ($name): array {
            $whole = Whole::query()->create([
                'instance_id' => $locked->id,
                'of' => $locked->name,
                'name' => $name === '' ? $locked->name : $name,
            ]);

            return ['act' => 'keep', 'whole' => $whole->id];
        });
    }

    /**
     * Takes one in that came from elsewhere, and begins to make an instance of it.
     *
     * @param  string  $file  that is moved to where it is kept
     */
    public function receive(string $file, string $name, string $called): Task
    {
        $document = WholeArchive::document($file, $name);
        $whole = Whole::query()->create([
            'of' => $document->handOff->name,
            'name' => mb_substr($name, 0, Limits::NAME),
            'size' => (int) filesize($file),
            'made_at' => now(),
        ]);
        File::ensureDirectoryExists(dirname($whole->path()));
        rename($file, $whole->path()) || throw Refusal::conflict("{$name} could not be kept; perhaps the disk is full.");

        return $this->restore($whole, $called);
    }

    /** Begins to make an instance of one. */
    public function restore(Whole $whole, string $called): Task
    {
        is_file($whole->path()) || throw Refusal::notFound('The archive of that instance is not here any more.');

        return $this->tasks->begin(TaskKind::Whole, "making {$called}", ['act' => 'restore', 'whole' => $whole->id, 'name' => $called]);
    }

    public function remove(Whole $whole): void
    {
        @unlink($whole->path());
        $whole->delete();
    }

    public function run(Task $task): void
    {
        $whole = Whole::query()->find($task->about('whole')) ?? throw Refusal::notFound('That is not kept any more.');
        $task->about('act') === 'keep' ? $this->runKeep($whole, $task) : $this->runRestore($whole, $task);
    }

    /** Of what was begun nothing stays: the archive is not whole, or the instance is not. */
    public function abandon(Task $task, string $why): void
    {
        $whole = Whole::query()->find($task->about('whole'));
        if ($task->about('act') === 'keep') {
            @unlink(($whole?->path() ?? '').'.part');
            $whole?->made_at === null && $whole?->delete();

            return;
        }
        $made = Instance::query()->whereKey($task->refresh()->about('made'))->first();
        if ($made !== null && $made->applied_at === null) {
            $made->delete();
            (new Folder($made))->throwAway();
        }
    }

    private function runKeep(Whole $whole, Task $task): void
    {
        $instance = Instance::query()
            ->with(['placed', 'draft'])
            ->findOrFail((string) $task->instance_id);
        Tasks::refuseWhilePlayed($instance);
        $folder = new Folder($instance);
        $task->advance('looking at what is yours', 0, 0);
        $game = $this->games->get($instance->plan->base->game);
        $trial = $instance->trialWorld($game);
        $except = [Folder::MARK, Folder::PENDING, ...$trial === '' ? [] : [($game->worlds['folder'] ?? '')."/{$trial}"]];
        [$entries, $leftOut] = WholeArchive::of($folder->live(), $this->inventory->ours($instance), $except);
        $shelf = $stored = [];
        foreach ($this->carried->of($instance) as $file) {
            $digest = trim((string) $file->sha256);
            if ($file->found !== null && $this->store->has($digest)) {
                $stored[$digest] = $this->store->path($digest);
                $shelf[] = ['name' => $file->name, 'sha256' => $digest, 'found' => $file->found];
            }
        }
        $document = $this->document($instance, $shelf);
        File::ensureDirectoryExists(dirname($whole->path()));
        $part = "{$whole->path()}.part";
        WholeArchive::write(
            $part,
            $document->written(),
            $folder->live(),
            $entries,
            $stored,
            fn (float $done) => $task->advance('writing the archive', (int) (100 * $done), 100),
        );
        rename($part, $whole->path());
        $whole->update([
            'size' => (int) filesize($whole->path()),
            'files' => count($entries),
            'left_out' => array_slice($leftOut, 0, 100),
            'made_at' => now(),
        ]);
    }

    /** @param  list<array{name: string, sha256: string, found: Recognised}>  $shelf */
    private function document(Instance $instance, array $shelf): WholeDocument
    {
        return new WholeDocument(
            $this->handOffs->of($instance),
            DB::table('notes')->where('instance_id', $instance->id)->pluck('text', 'package_id')->all(),
            (string) $instance->notes,
            (string) $instance->colour,
            array_values(
                $this->stages
                    ->of($instance)
                    ->map(
                        fn (Stage $stage): array => [
                            (string) $stage->entered_at?->toIso8601String(),
                            (string) $stage->done_at?->toIso8601String(),
                        ],
                    )
                    ->all(),
            ),
            $shelf,
        );
    }

    private function runRestore(Whole $whole, Task $task): void
    {
        $name = $whole->name;
        $document = WholeArchive::document($whole->path(), $name);
        foreach ($document->shelf as $file) {
            $this->bring($whole, $file, $document->handOff->plan->base->game);
        }
        $given = $document->handOff;
        $instance = $this->handOffs->make(
            new HandOff($given->name, $given->plan, $given->releases, $given->digests),
            mb_substr($task->about('name'), 0, Limits::NAME),
        );
        $task->update(['subject' => ['made' => $instance->id] + ($task->subject ?? [])]);
        WholeArchive::lay(
            $whole->path(),
            $name,
            (new Folder($instance))->live(),
            fn (int $done, int $all) => $task->advance('laying what is yours', $done, $all),
        );
        foreach ($document->notes as $package => $text) {
            DB::table('notes')->insert(['instance_id' => $instance->id, 'package_id' => (string) $package, 'text' => $text]);
        }
        $instance->update([
            'notes' => $document->about === '' ? null : $document->about,
            'colour' => preg_match('/^#[0-9a-f]{6}$/iD', $document->colour) === 1 ? $document->colour : null,
        ]);
        $this->stages->put($instance, $document->stages(), $document->marks);
    }

    /**
     * Has a file on the own shelf, as what it was said to be.
     *
     * @param  array{name: string, sha256: string, found: Recognised}  $file
     */
    private function bring(Whole $whole, array $file, string $game): void
    {
        if (ShelfFile::query()->where('sha256', $file['sha256'])->where('state', ShelfState::Ready)->exists()) {
            return;
        }
        $to = $this->store->partial('whole-'.bin2hex(random_bytes(8)));
        try {
            WholeArchive::stored($whole->path(), $whole->name, $file['sha256'], $to) ||
                throw Refusal::unusable("{$whole->name} does not hold {$file['name']}, which it names. Nothing was made.");
            $this->shelf->bringAs($to, $file['name'], $game, $file['found']);
        } finally {
            @unlink($to);
        }
    }
}
