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

    /**
     * @return list<Differing> by path
     */
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
                    $package !== null => $isGames ? "lies over the game's" : 'added',
                    default => $isGames ? 'written into since' : 'added',
                },
            );
        }
        foreach (array_diff_key($game, $seen) as $path => $file) {
            $found[] = new Differing((string) $path, 'the game', 0, 'is not there');
        }
        usort($found, fn (Differing $a, Differing $b): int => strcmp($a->path, $b->path));

        return $found;
    }
}
