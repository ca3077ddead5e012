<?php

declare(strict_types=1);

namespace App\Imports;

use App\Cage\StrangersFiles;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Finds mods that lie in a folder as they are played, where a game reads its mods from folders and not from archives. */
final readonly class LooseMods
{
    /** How people rename what is to be kept out of a launch. Common practice. */
    public const OFF = '/\.(?:disabled|off|bak|old)$/i';

    public function __construct(private StrangersFiles $reading)
    {
    }

    /**
     * @param  list<string>  $files  paths below a folder
     * @return list<LooseMod> by path
     */
    public function in(GameDefinition $game, array $files): array
    {
        $found = [];
        foreach ($this->places($game) as $folder => $kind) {
            $groups = [];
            foreach ($files as $path) {
                if (! str_starts_with($path, "{$folder}/") || $this->isOfAnother($game, $path, (string) $folder)) {
                    continue;
                }
                $rest = substr($path, strlen("{$folder}/"));
                $top = explode('/', $rest)[0];
                // Files that are called alike belong together: a plugin and its settings.
                $key = $top === $rest ? "file {$this->stem($top)}" : "folder {$top}";
                $groups[$key][] = $path;
            }
            foreach ($groups as $key => $paths) {
                $isFolder = str_starts_with((string) $key, 'folder ');
                $found[] = new LooseMod((string) $folder, $kind, $isFolder ? "{$folder}/".substr((string) $key, 7) : $paths[0], $paths);
            }
        }
        usort($found, fn (LooseMod $a, LooseMod $b): int => strcmp($a->path, $b->path));

        return $found;
    }

    /**
     * What a mod says of itself in a descriptor of its folder, or else what it is called.
     *
     * @param  string  $archive  it, packed
     * @return array{id: string, name: string, version: string, kind: string, why: list<string>, release: array<string, mixed>}
     *
     * @throws UnsafeArchive
     */
    public function said(LooseMod $mod, GameDefinition $game, string $archive): array
    {
        $name = (string) preg_replace(self::OFF, '', basename($mod->path));
        // An ending is no part of a version: "Quiet Bells 1.2.lua" is 1.2.
        $name = ($mod->isFolder() ? $name : (string) preg_replace('/\.[a-z][a-z0-9]{0,7}$/i', '', $name)).'.zip';
        try {
            $said = $this->reading->describe($game, $archive, $name, $mod->isFolder() ? $mod->path : $mod->place);

            return [
                'id' => $said->id,
                'name' => $said->name === '' ? $said->id : $said->name,
                'version' => $said->version,
                'kind' => $said->kind->value,
                'why' => ["It says so itself, in {$said->descriptor}."],
                'release' => $said->said()->written(),
            ];
        } catch (UnreadableDescriptor) {
            $proposal = $this->reading->propose($game, $archive, $name);

            return [
                'id' => $proposal->id,
                'name' => $proposal->name,
                'version' => $proposal->version,
                'kind' => $mod->kind,
                'why' => ["Nothing in it says what it is. It is {$mod->shape()}, and is taken by its name."],
                'release' => ['version' => $proposal->version],
            ];
        }
    }

    /** @return array<string, string> folder => kind, of the places that are unpacked into; the first kind of a folder counts */
    private function places(GameDefinition $game): array
    {
        $places = [];
        foreach ([Kind::Mod, Kind::Library, ...Kind::cases()] as $kind) {
            $place = $game->places[$kind->value] ?? null;
            if ($place !== null && $place->unpack && ! in_array($place->folder, ['', '.'], true)) {
                $places[$place->folder] ??= $kind->value;
            }
        }

        return $places;
    }

    /** Whether a path lies in the place of something else, or among a person's own files. */
    private function isOfAnother(GameDefinition $game, string $path, string $folder): bool
    {
        $others = [...array_map(fn ($place): string => $place->folder, array_values($game->places)), ...$game->own];
        foreach ($others as $other) {
            if ($other !== $folder && str_starts_with($other, "{$folder}/") && str_starts_with($path, "{$other}/")) {
                return true;
            }
        }

        return false;
    }

    private function stem(string $name): string
    {
        $name = (string) preg_replace(self::OFF, '', $name);

        return mb_strtolower(pathinfo($name, PATHINFO_FILENAME));
    }
}
