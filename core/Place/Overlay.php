<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use Stasimon\Core\Place\Archive\EntryName;

/**
 * What a line-up lays, over the game's own files: where both have a path, the line-up's is there, and the game's comes back
 * when it goes. Paths that a file system without large and small letters takes for one are one.
 */
final class Overlay
{
    /**
     * @param  list<LaidFile>  $laid
     * @param  array<string, Content|null>  $base  the game's own files by path; null for a symbolic link
     * @param  string  $game  the game's id
     * @return list<LaidFile> the same, the game among what stands back
     *
     * @throws UnplaceableFile where one has a file and the other a folder of that name
     */
    public static function over(array $laid, array $base, string $game): array
    {
        $keys = $folders = [];
        foreach ($base as $path => $content) {
            $key = EntryName::key((string) $path);
            $keys[$key] ??= [(string) $path, $content];
            for ($folder = dirname($key); $folder !== '.' && ! isset($folders[$folder]); $folder = dirname($folder)) {
                $folders[$folder] = (string) $path;
            }
        }

        return array_map(function (LaidFile $file) use ($keys, $folders, $game): LaidFile {
            $key = EntryName::key($file->path);
            if (isset($folders[$key])) {
                throw UnplaceableFile::underFile(new LaidFile($folders[$key], $game, $file->content), $file);
            }
            for ($folder = dirname($key); $folder !== '.'; $folder = dirname($folder)) {
                if (isset($keys[$folder])) {
                    throw UnplaceableFile::underFile($file, new LaidFile($keys[$folder][0], $game, $file->content));
                }
            }
            $under = $keys[$key] ?? null;

            return $under === null || $under[1]?->sha256 === $file->content->sha256
                ? $file
                : new LaidFile($file->path, $file->package, $file->content, [$game, ...$file->over]);
        }, $laid);
    }

    /**
     * @param  list<LaidFile>  $laid
     * @param  array<string, mixed>  $base  the game's own files by path
     * @return list<string> those over which nothing lies
     */
    public static function shown(array $laid, array $base): array
    {
        $over = [];
        foreach ($laid as $file) {
            $over[EntryName::key($file->path)] = true;
        }

        return array_values(
            array_filter(
                array_map(strval(...), array_keys($base)),
                fn (string $path): bool => ! isset($over[EntryName::key($path)]),
            ),
        );
    }
}
