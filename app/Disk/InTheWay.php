<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\Entries;
use App\Files\Entry;
use App\Models\Instance;
use Closure;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Placement;

/** Finds what lies in an instance's folder, is not of our laying, and has to make room for a line-up: it goes into the bin. */
final readonly class InTheWay
{
    public function __construct(private Inventory $inventory, private BaseLayer $base)
    {
    }

    /**
     * Asks the folder about what is laid and was laid, and about nothing else.
     *
     * @param  list<LaidFile>  $files  that the line-up lays, as far as they are known
     * @param  array<string, string>  $titles  package => what it is called
     * @return list<Displaced> by path
     */
    public function of(Instance $instance, array $files, Placement $placement, array $titles): array
    {
        $live = (new Folder($instance))->live();
        $written = $this->inventory->written($instance);
        $found = [];
        $laid = [];
        foreach ($files as $file) {
            if ($placement->isOwn($file->path)) {
                continue;
            }
            $laid[$file->path] = $file;
            $isOurs = fn (string $path): bool => $this->inventory->isPlaced($instance, $path) ||
                $this->base->isAsPlaced($instance, $path);
            foreach ($this->blocking($live, $file->path, $isOurs) as $path) {
                $what = $path === $file->path || str_starts_with($path, "{$file->path}/") ? 'a file' : 'a folder';
                $found[$path] ??= ($titles[$file->package] ?? $file->package)." brings {$what} of that name.";
            }
        }
        foreach ($written as $row) {
            $file = $laid[$row->path] ?? null;
            $name = $titles[(string) $row->package] ?? ($row->name ?? (string) $row->package);
            $isSame = $file !== null && $file->content->sha256 === $this->inventory->digest($instance, $row->path);
            $isKept = $row->state === FileState::Kept && $isSame;
            if ($row->state !== FileState::Missing && ! $isKept) {
                $found[$row->path] =
                    'It was changed by hand, and '.($file === null ? "goes with {$name}." : "{$name} is laid as it came.");
            }
        }
        ksort($found, SORT_STRING);

        return array_map(fn (string|int $path, string $why): Displaced => new Displaced((string) $path, $why), array_keys($found), $found);
    }

    /**
     * @param  Closure(string): bool  $isOurs
     * @return list<string> what is where a file is to lie, or on the way there, and no apply has placed
     */
    private function blocking(string $live, string $path, Closure $isOurs): array
    {
        $there = Entry::at($live, $path);
        $blocking = [];
        foreach ($there?->isFolder() === true ? Entries::below("{$live}/{$path}") : [] as $entry) {
            $entry->isFolder() || $isOurs("{$path}/{$entry->path}") || ($blocking[] = "{$path}/{$entry->path}");
        }
        if ($there?->isFolder() === false && ! $isOurs($path)) {
            $blocking[] = $path;
        }
        for ($folder = dirname($path); $folder !== '.'; $folder = dirname($folder)) {
            if (Entry::at($live, $folder)?->isFolder() === false && ! $isOurs($folder)) {
                $blocking[] = $folder;
            }
        }

        return $blocking;
    }
}
