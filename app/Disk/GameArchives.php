<?php

declare(strict_types=1);

namespace App\Disk;

use App\Cage\StrangersFiles;
use App\Installs\Installs;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Merge\RawZip;
use Stasimon\Core\Merge\UnmergeableArchive;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use stdClass;

/** The unmodified archives of games that mods are merged into: kept in the store, and never written. */
final readonly class GameArchives
{
    public function __construct(private Store $store, private StrangersFiles $reading, private Installs $installs)
    {
    }

    /**
     * Keeps one that a person has brought.
     *
     * @param  string  $file  that is moved into the store
     *
     * @throws Refusal that says what is wrong with it
     */
    public function keep(GameDefinition $game, string $version, string $file, string $name): void
    {
        $game->merge($version) ?? throw Refusal::unusable("{$game->name} {$version} has a folder for mods, so its archive is left alone.");
        try {
            $this->reading->entries($file, $name);
            $handle = fopen($file, 'rb') ?: throw Refusal::unusable("{$name} cannot be read.");
            $entries = RawZip::entries($handle, $name);
            fclose($handle);
        } catch (UnsafeArchive|UnmergeableArchive $failure) {
            throw Refusal::unusable($failure->getMessage());
        }
        $entries !== [] || throw Refusal::unusable("{$name} has no file in it.");
        $digest = (string) hash_file('sha256', $file);
        $size = (int) filesize($file);
        if (! $this->store->has($digest)) {
            $partial = $this->store->partial($digest);
            copy($file, $partial) || throw FullDisk::writing($name);
            $this->store->take($partial, $digest);
        }
        DB::table('game_archives')->upsert(
            [
                [
                    'game' => $game->id,
                    'version' => $version,
                    'sha256' => $digest,
                    'name' => mb_substr($name, 0, 200),
                    'size' => $size,
                    'brought_at' => now(),
                ],
            ],
            ['game', 'version'],
        );
    }

    /** @return array<string, stdClass> version => name, size and SHA-256 of what is kept for it */
    public function of(string $game): array
    {
        return DB::table('game_archives')->where('game', $game)->get()->keyBy('version')->all();
    }

    /**
     * The SHA-256 of the archive of a version.
     *
     * @throws Refusal that says how it is brought
     */
    public function digest(GameDefinition $game, string $version): string
    {
        $kept = $this->of($game->id)[$version] ?? null;
        // The game's own files have it too.
        $install = $this->installs->current($game->id, $version)?->id;
        $own = $this->installs->file($install, (string) $game->merge($version)?->archive)?->sha256;
        if ($kept === null && $own !== null && $this->store->has($own)) {
            return $own;
        }
        if ($kept === null) {
            throw Refusal::conflict(
                "{$game->name} {$version} reads no folder of mods: they are merged into its own archive, and that is not here. Bring it ".
                    "on the page of {$game->name} in Games; nothing was changed.",
            );
        }
        $digest = trim((string) $kept->sha256);

        return $this->store->has($digest)
            ? $digest
            : throw Refusal::conflict(
                "The archive of {$game->name} {$version} is not in the store any more, or was written into. Bring it again in Games; ".
                    'nothing was changed.',
            );
    }
}
