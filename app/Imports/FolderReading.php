<?php

declare(strict_types=1);

namespace App\Imports;

use App\Cage\StrangersFiles;
use App\Files\Entries;
use App\Files\PlainFile;
use App\Games\Games;
use App\Installs\Installs;
use App\Models\Task;
use App\Refusal\Refusal;
use App\Shelf\Recognising;
use App\Store\FullDisk;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/**
 * Reads a folder that was put together elsewhere, and changes nothing in it.
 *
 * @phpstan-import-type FoundArchive from FolderFound
 */
final readonly class FolderReading
{
    /** Files of a folder, and archives in it, that are looked at. */
    private const FILES = 200_000;

    private const ARCHIVES = 2_000;

    public function __construct(
        private Games $games,
        private Recognising $recognising,
        private StrangersFiles $reading,
        private LooseMods $loose,
        private Installs $installs,
    ) {
    }

    /**
     * @param  string  $said  the game that a person says it is for, with its version; nothing where the folder is to say so
     *
     * @throws Refusal when nothing in it is known
     */
    public function of(string $root, Task $task, string $said = '', string $saidVersion = ''): FolderFound
    {
        $files = self::files($root);
        [$game, $version] =
            $this->game($root, $files) ??
            $this->said($said, $saidVersion) ??
            throw Refusal::unusable(
                'Nothing in the folder says which game and version it is for. Say it beside the folder, and read it again.',
            );
        $places = array_unique(array_map(fn ($place): string => $place->folder, $game->places));
        $isArchive = fn (string $path): bool => preg_match('/\.(?:zip|jar|dll)(?:\.\w+)?$/i', $path) === 1;
        $in = fn (array $places): array => array_values(
            array_filter($files, fn (string $path): bool => in_array(dirname($path), $places, true) && $isArchive($path)),
        );
        // A folder of mods alone has them at its root.
        $archives = $in($places) ?: $in(['.']);
        $own = array_map(
            fn (string $folder): int => count(array_filter($files, fn (string $path): bool => str_starts_with($path, "{$folder}/"))),
            array_combine($game->own, $game->own),
        );
        $read = [];
        foreach (array_slice($archives, 0, self::ARCHIVES) as $number => $path) {
            $task->advance('reading the folder', $number + 1, count($archives));
            $read[] = $this->archive("{$root}/{$path}", $path, $game->id);
        }
        $loose = array_filter($this->loose->in($game, $files), fn (LooseMod $mod): bool => array_diff($mod->files, $archives) !== []);
        foreach (array_slice(array_values($loose), 0, self::ARCHIVES) as $number => $mod) {
            $task->advance('reading mods that lie loose', $number + 1, count($loose));
            $read[] = $this->loose($root, $mod, $game);
        }
        $read = self::compared($read);
        $loader =
            array_values(array_filter($read, fn (array $one): bool => $one['kind'] === Kind::Loader->value && $one['state'] === 'in'))[0] ??
            null;

        $others = array_diff($files, $archives, ...array_map(fn (LooseMod $mod): array => $mod->files, array_values($loose)));
        $others = array_filter($others, fn (string $path): bool => ! in_array(explode('/', $path)[0], $game->own, true));
        $known = $this->installs->files($this->installs->current($game->id, $version)?->id);
        $games = count(array_filter($others, fn (string $path): bool => isset($known[$path])));

        return new FolderFound(
            $root,
            $game->id,
            $version,
            $loader['id'] ?? '',
            $loader['version'] ?? '',
            $read,
            $own,
            count($others) - $games,
            $games,
        );
    }

    /** @return list<string> paths below it, of files that are no links */
    private static function files(string $root): array
    {
        $files = [];
        foreach (Entries::files($root) as $path => $file) {
            $files[] = $path;
            if (count($files) > self::FILES) {
                throw Refusal::tooLarge('The folder holds more than '.number_format(self::FILES).' files. Nothing was kept.');
            }
        }
        sort($files, SORT_STRING);

        return $files;
    }

    /**
     * @param  list<string>  $files
     * @return array{GameDefinition, string}|null game and version
     */
    private function game(string $root, array $files): ?array
    {
        foreach ($this->games->all() as $game) {
            foreach ($game->installed as $number => $rule) {
                foreach (array_filter($files, $rule->isInFolder(...)) as $path) {
                    try {
                        $said = $this->reading->installed($game, $number, "{$root}/{$path}", $path);
                        if ($said->id === $game->id && $game->version($said->version) !== null) {
                            return [$game, $said->version];
                        }
                    } catch (UnreadableDescriptor|UnsafeArchive|Refusal) {
                        continue;
                    }
                }
            }
        }

        foreach ($this->games->all() as $game) {
            foreach (array_intersect($game->known->paths(), $files) as $path) {
                $version = $game->known->version($path, (string) PlainFile::digest("{$root}/{$path}"));
                if ($version !== null && $game->version($version) !== null) {
                    return [$game, $version];
                }
            }
        }

        return null;
    }

    /**
     * @return array{GameDefinition, string}|null
     *
     * @throws Refusal for a version that the game does not know
     */
    private function said(string $game, string $version): ?array
    {
        if ($game === '') {
            return null;
        }
        $definition = $this->games->get($game);
        $definition->version($version) ?? throw Refusal::unusable("{$definition->name} has no version {$version} that is known here.");

        return [$definition, $version];
    }

    /** @return FoundArchive */
    private function archive(string $file, string $path, string $game): array
    {
        $isOff = preg_match(LooseMods::OFF, $path) === 1;
        $digest = (string) PlainFile::digest($file);
        if (! mb_check_encoding($path, 'UTF-8')) {
            $path = mb_scrub($path);

            return self::unread($file, $path, $digest, 'Its name is not UTF-8. Rename it and read the folder again.');
        }
        try {
            $found = $this->recognising->of($file, (string) preg_replace(LooseMods::OFF, '', basename($path)), $digest, $game);
        } catch (UnsafeArchive $failure) {
            return self::unread($file, $path, $digest, $failure->getMessage());
        }
        if ($found->how === 'unknown' && self::isNoArchive($file, $path)) {
            return self::unread($file, $path, $digest, 'It is called like an archive, and is none; it stays where it is.');
        }

        return [
            'path' => $path,
            'sha256' => $digest,
            'size' => (int) filesize($file),
            'how' => $found->how,
            'why' => $found->why,
            'id' => $found->id,
            'version' => $found->version(),
            'name' => $found->name,
            'kind' => $found->kind,
            'state' => $isOff ? 'off' : 'in',
            'content' => $found->content,
            'release' => $found->release->written(),
        ];
    }

    private static function isNoArchive(string $file, string $path): bool
    {
        return preg_match('/\.(?:zip|jar)(?:\.\w+)?$/i', $path) === 1 && PlainFile::text($file, 4) !== "PK\x03\x04";
    }

    /** @return FoundArchive */
    private function loose(string $root, LooseMod $mod, GameDefinition $game): array
    {
        $isOff = preg_match(LooseMods::OFF, $mod->path) === 1;
        $archive = (string) tempnam(sys_get_temp_dir(), 'stasimon-loose');
        try {
            $mod->pack($root, $archive);
            $said = $this->loose->said($mod, $game, $archive);
        } catch (UnsafeArchive|FullDisk $failure) {
            return self::unread("{$root}/{$mod->path}", mb_scrub($mod->path), $mod->digest($root), $failure->getMessage());
        } finally {
            @unlink($archive);
        }

        return [
            'path' => $mod->path,
            'sha256' => $mod->digest($root),
            'size' => $mod->size($root),
            'how' => 'loose',
            'why' => $said['why'],
            'id' => $said['id'],
            'version' => $said['version'],
            'name' => $said['name'],
            'kind' => $said['kind'],
            'state' => $isOff ? 'off' : 'in',
            'place' => $mod->place,
            'files' => $mod->files,
            'release' => $said['release'],
        ];
    }

    /** @return FoundArchive */
    private static function unread(string $file, string $path, string $digest, string $why): array
    {
        return [
            'path' => $path,
            'sha256' => $digest,
            'size' => (int) @filesize($file),
            'how' => 'unread',
            'why' => [$why],
            'id' => '',
            'version' => '',
            'name' => basename($path),
            'kind' => '',
            'state' => 'unread',
        ];
    }

    /**
     * Which of them are there twice, or in an older release beside a newer one.
     *
     * @param  list<FoundArchive>  $archives
     * @return list<FoundArchive>
     */
    private static function compared(array $archives): array
    {
        $best = [];
        foreach ($archives as $number => $one) {
            if ($one['state'] !== 'in' || $one['how'] === 'unknown') {
                continue;
            }
            $other = $best[$one['id']] ?? null;
            if ($other === null) {
                $best[$one['id']] = $number;

                continue;
            }
            $before = $archives[$other];
            $isSame = $one['version'] === $before['version'];
            // Of two equal ones that stays which is called like it, not like a copy.
            $isNewer = $isSame ? strlen($one['path']) < strlen($before['path']) : version_compare($one['version'], $before['version']) > 0;
            [$left, $kept] = $isNewer ? [$before, $one] : [$one, $before];
            $left['state'] = $isSame ? 'doubled' : 'superseded';
            $left['why'][] = ($isSame ? 'It is there twice: ' : 'A newer one is there: ').$kept['path'].'.';
            $archives[$isNewer ? $other : $number] = $left;
            $best[$one['id']] = $isNewer ? $number : $other;
        }

        return $archives;
    }
}
