<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Disk\Folder;
use App\Games;
use App\Models\Instance;
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
        return array_map(fn (string $file): string => (string) hash_file('sha256', $file), $this->files($instance));
    }

    /** Keeps the configs of a clean launch, as it left them, and only the latest three such. */
    public function keep(Rehearsal $rehearsal): void
    {
        $folder = new Folder($rehearsal->instance);
        foreach ($this->files($rehearsal->instance) as $path => $file) {
            File::ensureDirectoryExists(dirname($folder->rehearsed($rehearsal->number, $path)));
            File::copy($file, $folder->rehearsed($rehearsal->number, $path));
        }
        $rehearsal->configs = $this->of($rehearsal->instance);
        foreach ($rehearsal->instance->rehearsals()->where('state', LaunchState::Clean)->where('plain', false)->orderByDesc('number')->offset(2)->limit(10)->pluck('number') as $old) {
            File::deleteDirectory($folder->rehearsed((int) $old));
        }
    }

    /** @return array<string, string> path => file, of what is the instance's own and not a world */
    public function files(Instance $instance): array
    {
        $game = $this->games->get($instance->plan->base->game);
        $files = [];
        foreach (array_diff($game->own, [$game->worlds['folder'] ?? '']) as $own) {
            $folder = (new Folder($instance))->live($own);
            foreach (is_dir($folder) ? File::allFiles($folder) : [] as $file) {
                if (! $file->isLink() && $file->getSize() <= self::LARGEST) {
                    $files["{$own}/{$file->getRelativePathname()}"] = $file->getPathname();
                }
            }
        }
        ksort($files, SORT_STRING);

        return $files;
    }
}
