<?php

declare(strict_types=1);

namespace App\Imports;

use App\Models\Kept;
use App\Shelf\Recognised;

/**
 * What a folder from elsewhere was found to be. How an archive is known is told by {@see Recognised::$how}, or is "loose" for a mod that
 * lies there as it is played. The state of an archive is "in", "off", "doubled", "superseded" or "unread".
 *
 * @phpstan-type FoundArchive array{path: string, sha256: string, size: int, how: string, why: list<string>, id: string, version: string,
 *     name: string, kind: string, state: string, place?: string, files?: list<string>, content?: string,
 *     release?: array<string, mixed>}
 */
final readonly class FolderFound implements Kept
{
    /**
     * @param  string  $root  where it is
     * @param  string  $version  of the game; nothing where the folder does not say
     * @param  string  $loader  id; nothing where none was found
     * @param  list<FoundArchive>  $archives
     * @param  array<string, int>  $own  folder of a person's own => files in it
     * @param  int  $others  files that are none of these
     * @param  int  $games  files that are the game's own, as far as those are kept
     */
    public function __construct(
        public string $root,
        public string $game,
        public string $version,
        public string $loader,
        public string $build,
        public array $archives,
        public array $own,
        public int $others,
        public int $games = 0,
    ) {
    }

    public static function of(array $kept): self
    {
        return new self(...$kept);
    }

    public function kept(): array
    {
        return get_object_vars($this);
    }

    /** @return list<FoundArchive> */
    public function archives(string ...$states): array
    {
        return array_values(array_filter($this->archives, fn (array $one): bool => in_array($one['state'], $states, true)));
    }

    public function loaderName(): string
    {
        return array_values(array_filter($this->archives, fn (array $one): bool => $one['id'] === $this->loader))[0]['name'] ??
            $this->loader;
    }
}
