<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\PlainFile;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use WeakMap;

/** What an instance's folder holds, where each file comes from, and what was done to it by hand since it was applied. */
final class Inventory
{
    /**
     * @var WeakMap<Instance, array<string, object{path: string, package_id: string, sha256: string, size: int, over: string, kept: bool}>>
     *     what was asked for last
     */
    private readonly WeakMap $known;

    public function __construct(private readonly Store $store, private readonly BaseLayer $base)
    {
        $this->known = new WeakMap();
    }

    /** @return list<FolderFile> by path; those that are missing among them, and those of the game that are as they were laid not */
    public function of(Instance $instance): array
    {
        $folder = new Folder($instance);
        $names = $instance->placed->pluck('name', 'package_id');
        $placed = $this->placed($instance);
        $files = [];
        $games = $this->base->asPlaced($instance);
        foreach ($folder->files() as $path => $stat) {
            $path = (string) $path;
            $row = $placed[$path] ?? null;
            if ($row === null && isset($games[$path])) {
                continue;
            }
            $files[$path] = new FolderFile(
                $path,
                $stat['size'],
                $this->state($row, $path, $stat, $folder),
                $row?->package_id,
                $names[$row?->package_id] ?? null,
                $row === null ? [] : $this->titles($row->over, $names->all()),
            );
        }
        foreach ($placed as $path => $row) {
            $files[$path] ??= new FolderFile(
                (string) $path,
                $row->size,
                FileState::Missing,
                $row->package_id,
                $names[$row->package_id] ?? null,
                $this->titles($row->over, $names->all()),
            );
        }
        ksort($files, SORT_STRING);

        return array_values($files);
    }

    /** @return list<FolderFile> only what is missing or was changed and not kept so */
    public function disturbed(Instance $instance): array
    {
        return array_values(array_filter($this->written($instance), fn (FolderFile $file): bool => $file->state !== FileState::Kept));
    }

    /** @return list<FolderFile> what is not as it was placed, kept so or not; asks the folder about placed files and nothing else */
    public function written(Instance $instance): array
    {
        $folder = new Folder($instance);
        $names = $instance->placed->pluck('name', 'package_id');
        $disturbed = [];
        foreach ($this->placed($instance) as $path => $row) {
            $stat = @lstat($folder->live((string) $path));
            $state =
                $stat === false
                    ? FileState::Missing
                    : $this->state(
                        $row,
                        (string) $path,
                        ['size' => $stat['size'], 'time' => $stat['mtime'], 'inode' => $stat['ino']],
                        $folder,
                    );
            if ($state !== FileState::Placed) {
                $disturbed[] = new FolderFile((string) $path, $row->size, $state, $row->package_id, $names[$row->package_id] ?? null, []);
            }
        }

        return $disturbed;
    }

    /** @return array<string, bool> path => whether it is as it was placed, of all that was */
    public function asPlaced(Instance $instance): array
    {
        $placed = array_fill_keys(array_map(strval(...), array_keys($this->placed($instance))), true);
        foreach ($this->written($instance) as $file) {
            $placed[$file->path] = false;
        }

        return $placed;
    }

    /** @return array<string, bool> the same, with the game's own files that are as they were laid */
    public function ours(Instance $instance): array
    {
        return $this->asPlaced($instance) + $this->base->asPlaced($instance);
    }

    /** Whether an apply has placed something at a path, as far as was asked last. */
    public function isPlaced(Instance $instance, string $path): bool
    {
        return isset(($this->known[$instance] ?? $this->placed($instance))[$path]);
    }

    /** The SHA-256 of what was placed at a path. */
    public function digest(Instance $instance, string $path): ?string
    {
        $row = ($this->known[$instance] ?? $this->placed($instance))[$path] ?? null;

        return $row === null ? null : trim($row->sha256);
    }

    /** @return list<array{path: string, winner: string, over: list<string>}> paths that more than one package brings */
    public function contested(Instance $instance): array
    {
        $game = $instance->plan->base->game;
        $rows = array_filter(
            $this->known[$instance] ?? $this->placed($instance),
            fn (object $row): bool => ! in_array($row->over, ['[]', '["'.$game.'"]'], true),
        );

        return array_map(
            fn (object $row): array => [
                'path' => $row->path,
                'winner' => $row->package_id,
                'over' => array_values(array_map(strval(...), (array) json_decode($row->over, true))),
            ],
            array_values($rows),
        );
    }

    /**
     * Keeps files as somebody has made them: they are the instance's own from now on, until their release changes.
     *
     * @param  string  $path  one of them, or nothing for all of a package
     *
     * @throws Refusal
     */
    public function keepAll(Instance $instance, string $path, string $package): void
    {
        $folder = new Folder($instance);
        $lock = $folder->lock() ?? throw Refusal::conflict('A draft of this instance is being applied. Keep the file once that is done.');
        $changed = array_filter(
            $this->disturbed($instance->loadMissing('placed')),
            fn (FolderFile $file): bool => $path !== '' ? $file->path === $path : $file->package === $package,
        );
        if ($changed === []) {
            throw Refusal::conflict('That file is as it was placed, or was not placed by an apply, so there is nothing to keep.');
        }
        foreach ($changed as $file) {
            if ($file->state === FileState::Missing) {
                throw Refusal::conflict("{$file->path} is not there, so it cannot be kept. Put it back instead.");
            }
            $this->part($folder, $file->path);
            $row = DB::table('placed_files')->where('instance_id', $instance->id)->where('path', $file->path);
            $digest = trim((string) $row->value('sha256'));
            $row->update(['kept' => true]);
            // A file of the store that was written into through this one is thrown out.
            $this->store->has($digest);
        }
        flock($lock, LOCK_UN);
    }

    /** @throws Refusal */
    public function unkeep(Instance $instance, string $path): void
    {
        if (
            DB::table('placed_files')
                ->where('instance_id', $instance->id)
                ->where('path', $path)
                ->update(['kept' => false]) === 0
        ) {
            throw Refusal::unusable('That file was not placed by an apply.');
        }
    }

    /** Gives the file in the folder a content of its own, so that writing into it does not reach the store. */
    private function part(Folder $folder, string $path): void
    {
        $own = $folder->live($path).'.own';
        if (! PlainFile::copy($folder->live($path), $own)) {
            throw Refusal::conflict("{$path} could not be copied; perhaps the disk is full. Nothing was changed.");
        }
        chmod($own, 0o644);
        rename($own, $folder->live($path));
    }

    /**
     * @return array<string, object{path: string, package_id: string, sha256: string, size: int, over: string, kept: bool}> rows of
     *     placed_files by path
     */
    private function placed(Instance $instance): array
    {
        /** @var array<string, object{path: string, package_id: string, sha256: string, size: int, over: string, kept: bool}> $rows */
        $rows = DB::table('placed_files')->where('instance_id', $instance->id)->orderBy('path')->get()->keyBy('path')->all();

        return $this->known[$instance] = $rows;
    }

    /**
     * @param  object{package_id: string, sha256: string, size: int, over: string, kept: bool}|null  $row
     * @param  array{size: int, time: int, inode: int}  $stat
     */
    private function state(?object $row, string $path, array $stat, Folder $folder): FileState
    {
        if ($row === null) {
            return FileState::Own;
        }
        if ($row->kept) {
            return FileState::Kept;
        }
        // Linked from the store, with the store's time: nobody has written into it.
        $stored = @lstat($this->store->path(trim($row->sha256)));
        if ($stored !== false && $stored['ino'] === $stat['inode'] && $stat['time'] === Store::MOMENT) {
            return FileState::Placed;
        }

        // Of what is no file any more, but a pipe or a device, nothing is read.
        return $stat['size'] === $row->size && PlainFile::digest($folder->live($path)) === trim($row->sha256)
            ? FileState::Placed
            : FileState::Changed;
    }

    /**
     * @param  array<string, string>  $names
     * @return list<string>
     */
    private function titles(string $over, array $names): array
    {
        return array_values(array_map(fn (string $id): string => $names[$id] ?? $id, json_decode($over, true)));
    }
}
