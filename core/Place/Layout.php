<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use Stasimon\Core\Place\Archive\EntryName;
use Stasimon\Core\Place\Order\OrderRule;
use Stasimon\Core\Place\Order\Sequence;

/**
 * Lays the files of a whole line-up before anything is written: where several packages bring one path, the last in the order
 * wins, and what one of them makes obsolete is not there while it is. The order is the person's where they gave one; else a package comes
 * after what it needs, and by its id.
 */
final class Layout
{
    /**
     * @param  list<Bringing>  $bringings
     * @param  list<string>  $order  packages, as far as a person has decided; the last wins
     * @param  list<OrderRule>  $rules  of a person
     * @return list<LaidFile> by path
     *
     * @throws UnplaceableFile where one brings a file and another a folder of that name
     */
    public static function of(array $bringings, array $order = [], array $rules = []): array
    {
        $laid = [];
        foreach (self::ordered($bringings, $order, $rules) as $bringing) {
            foreach ($bringing->laid() as $path => $content) {
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
     * @param  list<OrderRule>  $rules
     * @return list<Bringing>
     */
    private static function ordered(array $bringings, array $order, array $rules): array
    {
        $byId = $needs = [];
        foreach ($bringings as $bringing) {
            $byId[$bringing->package] = $bringing;
            $needs[$bringing->package] = $bringing->needs;
        }

        return array_map(fn (string $id): Bringing => $byId[$id], Sequence::of($needs, $order, $rules));
    }
}
