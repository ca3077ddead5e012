<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use Stasimon\Core\Place\Archive\EntryName;

/**
 * Lays the files of a whole line-up before anything is written: where several packages bring one path, the last in the order
 * wins. The order is the person's where they gave one; else a package comes after what it needs, and by its id.
 */
final class Layout
{
    /**
     * @param  list<Bringing>  $bringings
     * @param  list<string>  $order  packages, as far as a person has decided; the last wins
     * @return list<LaidFile> by path
     *
     * @throws UnplaceableFile where one brings a file and another a folder of that name
     */
    public static function of(array $bringings, array $order = []): array
    {
        $laid = [];
        foreach (self::ordered($bringings, $order) as $bringing) {
            foreach ($bringing->files as $path => $content) {
                $key = EntryName::key((string) $path);
                $before = $laid[$key] ?? null;
                $over = match (true) {
                    $before === null => [],
                    $before->content->sha256 === $content->sha256 => $before->over,
                    default => [...$before->over, $before->package],
                };
                $laid[$key] = new LaidFile((string) $path, $bringing->package, $content, $over);
            }
        }
        self::checkFolders($laid);
        usort($laid, fn (LaidFile $a, LaidFile $b): int => strcmp($a->path, $b->path));

        return $laid;
    }

    /** @param  array<string, LaidFile>  $laid  by the keys of their paths */
    private static function checkFolders(array $laid): void
    {
        $seen = [];
        foreach ($laid as $key => $file) {
            for ($folder = dirname((string) $key); $folder !== '.' && ! isset($seen[$folder]); $folder = dirname($folder)) {
                if (isset($laid[$folder])) {
                    throw UnplaceableFile::underFile($file, $laid[$folder]);
                }
                $seen[$folder] = true;
            }
        }
    }

    /**
     * @param  list<Bringing>  $bringings
     * @param  list<string>  $order
     * @return list<Bringing>
     */
    private static function ordered(array $bringings, array $order): array
    {
        $byId = [];
        foreach ($bringings as $bringing) {
            $byId[$bringing->package] = $bringing;
        }
        ksort($byId, SORT_STRING);
        $visited = [];
        $list = [];
        foreach ($byId as $bringing) {
            self::visit($bringing, $byId, $visited, $list);
        }
        $decided = array_flip($order);
        $rank = array_flip(array_map(fn (Bringing $one): string => $one->package, $list));
        usort($list, fn (Bringing $a, Bringing $b): int => [$decided[$a->package] ?? -1, $rank[$a->package]] <=> [$decided[$b->package] ?? -1, $rank[$b->package]]);

        return $list;
    }

    /**
     * What it needs first, then itself.
     *
     * @param  array<string, Bringing>  $byId
     * @param  array<string, true>  $visited  marked on the way in, so that a circle ends
     * @param  list<Bringing>  $list
     */
    private static function visit(Bringing $bringing, array $byId, array &$visited, array &$list): void
    {
        if (isset($visited[$bringing->package])) {
            return;
        }
        $visited[$bringing->package] = true;
        foreach ($bringing->needs as $needed) {
            if (isset($byId[$needed])) {
                self::visit($byId[$needed], $byId, $visited, $list);
            }
        }
        $list[] = $bringing;
    }
}
