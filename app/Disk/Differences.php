<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\Entries;
use App\Installs\Installs;
use App\Models\Instance;
use Illuminate\Support\Facades\DB;

/** What differs between an instance's folder and the unmodified game that it is laid over. */
final readonly class Differences
{
    public function __construct(private Installs $installs, private BaseLayer $base)
    {
    }

    /** @return list<Differing> what is otherwise than the game has it, then what is there besides, each by path */
    public function of(Instance $instance): array
    {
        $folder = new Folder($instance);
        $game = $this->installs->files($instance->install_id);
        $same = $this->base->asPlaced($instance);
        $placed = DB::table('placed_files')->where('instance_id', $instance->id)->pluck('package_id', 'path')->all();
        $names = $instance->placed->pluck('name', 'package_id')->all();
        $found = $seen = [];
        foreach (is_dir($folder->live()) ? Entries::below($folder->live(), [Folder::MARK, Folder::PENDING]) : [] as $entry) {
            $path = $entry->path;
            $seen[$path] = true;
            if ($entry->isFolder() || isset($same[$path])) {
                continue;
            }
            $package = $placed[$path] ?? null;
            $isGames = isset($game[$path]);
            $found[] = new Differing(
                $path,
                $package === null ? 'yours' : (string) ($names[$package] ?? $package),
                $entry->size,
                match (true) {
                    ! $isGames => 'added',
                    $package !== null => "lies over the game's",
                    default => 'written into since',
                },
                ! $isGames,
            );
        }
        foreach (array_diff_key($game, $seen) as $path => $file) {
            $found[] = new Differing((string) $path, 'the game', 0, 'is not there', false);
        }
        // What is otherwise than the game has it comes before what is only there besides.
        usort($found, fn (Differing $a, Differing $b): int => [$a->isAdded, $a->path] <=> [$b->isAdded, $b->path]);

        return $found;
    }
}
