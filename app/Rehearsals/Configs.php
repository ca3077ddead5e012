<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Disk\Folder;
use App\Files\Entries;
use App\Files\PlainFile;
use App\Games\Games;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use Illuminate\Support\Facades\File;

/** The configs of an instance at a launch, and those of the latest clean ones. */
final readonly class Configs
{
    /** Bytes of a config that are kept beside a clean launch. */
    private const LARGEST = 1_000_000;

    public function __construct(private Games $games)
    {
    }

    /** @return array<string, string> path => SHA-256 of each config */
    public function of(Instance $instance): array
    {
        return array_filter(array_map(PlainFile::digest(...), $this->files($instance)), is_string(...));
    }

    /** Keeps the configs of a clean launch, as it left them, and only the latest three such. */
    public function keep(Rehearsal $rehearsal): void
    {
        $folder = new Folder($rehearsal->instance);
        foreach ($this->files($rehearsal->instance) as $path => $file) {
            File::ensureDirectoryExists(dirname($folder->rehearsed($rehearsal->number, $path)));
            PlainFile::copy($file, $folder->rehearsed($rehearsal->number, $path));
        }
        $rehearsal->configs = $this->of($rehearsal->instance);
        foreach (
            $rehearsal->instance
                ->rehearsals()
                ->where('state', LaunchState::Clean)
                ->where('plain', false)
                ->orderByDesc('number')
                ->offset(2)
                ->limit(10)
                ->pluck('number') as $old
        ) {
            File::deleteDirectory($folder->rehearsed((int) $old));
        }
    }

    /**
     * What stands among the configs and is not read.
     *
     * @return list<string> why, each with its path
     */
    public function unread(Instance $instance): array
    {
        $unread = [];
        $live = (new Folder($instance))->live();
        foreach ($this->folders($instance) as $own) {
            if (is_link("{$live}/{$own}")) {
                $unread[] = "{$own} is a link to another place";

                continue;
            }
            foreach (Entries::below("{$live}/{$own}") as $entry) {
                $path = mb_scrub("{$own}/{$entry->path}");
                if (! $entry->isFolder() && ! $entry->isFile()) {
                    $unread[] = "{$path} is {$entry->word()}";
                } elseif ($entry->isFile() && $entry->size > self::LARGEST) {
                    $unread[] = "{$path} has more than 1 MB";
                } elseif ($entry->isFile() && ! mb_check_encoding($entry->path, 'UTF-8')) {
                    $unread[] = "the name of {$path} is not UTF-8";
                }
            }
        }

        return $unread;
    }

    /** @return array<int, string> folders of the instance's own but for the one of its worlds */
    private function folders(Instance $instance): array
    {
        $game = $this->games->get($instance->plan->base->game);

        return array_diff($game->own, [$game->worlds['folder'] ?? '']);
    }

    /** @return array<string, string> path => file, of what is the instance's own, not a world, and called by a text */
    public function files(Instance $instance): array
    {
        $files = [];
        foreach ($this->folders($instance) as $own) {
            $folder = (new Folder($instance))->live($own);
            foreach (is_link($folder) ? [] : Entries::files($folder) as $path => $file) {
                if ($file->size <= self::LARGEST && mb_check_encoding($path, 'UTF-8')) {
                    $files["{$own}/{$path}"] = "{$folder}/{$path}";
                }
            }
        }
        ksort($files, SORT_STRING);

        return $files;
    }
}
