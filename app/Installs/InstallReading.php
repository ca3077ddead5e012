<?php

declare(strict_types=1);

namespace App\Installs;

use App\Cage\StrangersFiles;
use App\Files\Entries;
use App\Files\Entry;
use App\Files\PlainFile;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\KindPlace;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Symfony\Component\Process\Process;

/** Reads the folder in which a game is, and writes nothing into it: which version it is, and each of its files into the store. */
final readonly class InstallReading
{
    /** Files of a game. */
    public const MOST = 200_000;

    /** Bytes from which on a file is copied by a process of its own. */
    private const LARGE = 4_000_000;

    public function __construct(private Store $store, private StrangersFiles $reading)
    {
    }

    /**
     * The exact version of the game in a folder, by what its definition says of that; null where nothing there says it.
     *
     * @throws Refusal for one that the definition does not know
     */
    public function version(GameDefinition $game, string $root): ?string
    {
        $unknown = null;
        foreach ($game->installed as $number => $rule) {
            foreach ($this->candidates($root, $rule->isInFolder(...)) as $path) {
                try {
                    $said = $this->reading->installed($game, $number, "{$root}/{$path}", $path);
                } catch (UnreadableDescriptor|UnsafeArchive|Refusal) {
                    continue;
                }
                if ($said->id === $game->id && $game->version($said->version) !== null) {
                    return $said->version;
                }
                if ($said->id === $game->id && $said->version !== '') {
                    $unknown ??= [$path, $said->version];
                }
            }
        }
        foreach ($game->known->paths() as $path) {
            $digest = PlainFile::digest("{$root}/{$path}");
            $version = $digest === null ? null : $game->known->version($path, $digest);
            if ($version !== null && $game->version($version) !== null) {
                return $version;
            }
        }
        if ($unknown !== null) {
            throw Refusal::unusable(
                "{$unknown[0]} says that it is {$game->name} {$unknown[1]}, and its definition does not list that version. ".
                    'Add it there, and read the folder again.',
            );
        }

        return null;
    }

    /**
     * What of a folder is the game's: all but what a person made in it and what lies where mods go.
     *
     * @return array{list<Entry>, array<string, int>} files and links by path; what is left out and how many files it has
     *
     * @throws Refusal for one with too many files
     */
    public function entries(GameDefinition $game, string $root): array
    {
        $not = self::notTheGames($game);
        $entries = [];
        $left = array_fill_keys($not, 0);
        foreach (Entries::below($root) as $entry) {
            if ($entry->isFolder()) {
                continue;
            }
            $in = array_values(array_filter($not, fn (string $folder): bool => str_starts_with($entry->path, "{$folder}/")))[0] ?? null;
            if ($in !== null) {
                $left[$in]++;
            } elseif ($entry->isFile() || $entry->isLink()) {
                $entries[] = $entry;
            }
            if (count($entries) > self::MOST) {
                throw Refusal::tooLarge('The folder holds more than '.number_format(self::MOST).' files. Nothing was kept.');
            }
        }
        usort($entries, fn (Entry $a, Entry $b): int => strcmp($a->path, $b->path));

        return [$entries, array_filter($left)];
    }

    /**
     * Keeps one file in the store, or says where a link leads.
     *
     * @return GameFile|string why it is no part of what is kept
     *
     * @throws FullDisk
     */
    public function keep(string $root, Entry $entry): GameFile|string
    {
        if (! mb_check_encoding($entry->path, 'UTF-8') || strlen($entry->path) > Limits::PATH) {
            return mb_scrub($entry->path).' has a name that is too long, or is not UTF-8';
        }
        if ($entry->isLink()) {
            $to = self::leadsInside($root, $entry->path);

            return $to === null ? "{$entry->path} is a link out of the folder" : new GameFile($entry->path, null, 0, link: $to);
        }
        $partial = $this->store->partial('install-'.bin2hex(random_bytes(8)));
        try {
            if (! self::copy("{$root}/{$entry->path}", $partial, $entry->size)) {
                is_readable("{$root}/{$entry->path}") && throw FullDisk::writing($entry->path);

                return "{$entry->path} may not be read";
            }
            $digest = (string) hash_file('sha256', $partial);
            $size = (int) filesize($partial);
            $this->store->has($digest) || $this->store->take($partial, $digest);
        } finally {
            @unlink($partial);
        }
        $isExecutable = ($entry->permissions() & 0o111) !== 0;
        $isExecutable && $this->store->makeExecutable($digest);

        return new GameFile($entry->path, $digest, $size, $isExecutable);
    }

    /** A large one with its holes, and on file systems that can, without taking any room; a small one without a process for it. */
    private static function copy(string $from, string $to, int $size): bool
    {
        return $size < self::LARGE
            ? PlainFile::copy($from, $to)
            : (new Process(
                ['cp', '--reflink=auto', '--sparse=always', '--no-preserve=all', '--', $from, $to],
                timeout: 7_200,
            ))->run() === 0;
    }

    /** @return list<string> folders in which there is what a person made, or mods */
    public static function notTheGames(GameDefinition $game): array
    {
        $places = array_map(fn (KindPlace $place): string => trim($place->folder, '/'), array_values($game->places));
        $not = array_filter(
            [...$places, (string) ($game->worlds['folder'] ?? '')],
            fn (string $folder): bool => $folder !== '' && $folder !== '.',
        );

        return array_values(array_unique($not));
    }

    /**
     * @param  callable(string): bool  $isOne
     * @return list<string> paths of files that could say which version it is
     */
    private function candidates(string $root, callable $isOne): array
    {
        $found = [];
        foreach (Entries::files($root) as $path => $entry) {
            if (mb_check_encoding($path, 'UTF-8') && $isOne($path) && count($found) < 50) {
                $found[] = $path;
            }
        }
        sort($found, SORT_STRING);

        return $found;
    }

    /** Where a link leads, as it says so; null for one that leads out of the folder. */
    private static function leadsInside(string $root, string $path): ?string
    {
        $to = @readlink("{$root}/{$path}");
        if ($to === false || $to[0] === '/' || ! mb_check_encoding($to, 'UTF-8')) {
            return null;
        }
        $at = dirname($path) === '.' ? [] : explode('/', dirname($path));
        $hasGoneDown = false;
        foreach (explode('/', $to) as $part) {
            // Above a folder that may itself be a link lies what nobody knows from the names.
            if ($part === '..' && ($hasGoneDown || array_pop($at) === null)) {
                return null;
            }
            $hasGoneDown = $hasGoneDown || ! in_array($part, ['', '.', '..'], true);
        }

        return $to;
    }
}
