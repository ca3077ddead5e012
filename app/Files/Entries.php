<?php

declare(strict_types=1);

namespace App\Files;

use Generator;

/**
 * Walks folders that anybody may have written into: names are bytes, links are not followed, nothing is opened, what vanishes is passed
 * over.
 */
final class Entries
{
    /**
     * Everything below a folder; a folder comes before what is in it.
     *
     * @param  list<string>  $except  paths that are left out with all that is in them
     * @return Generator<int, Entry>
     */
    public static function below(string $root, array $except = []): Generator
    {
        $except = array_fill_keys($except, true);
        $open = [''];
        while ($open !== []) {
            $folder = array_pop($open);
            foreach (@scandir($folder === '' ? $root : "{$root}/{$folder}") ?: [] as $name) {
                $path = $folder === '' ? $name : "{$folder}/{$name}";
                $entry = $name === '.' || $name === '..' || isset($except[$path]) ? null : Entry::at($root, $path);
                if ($entry === null) {
                    continue;
                }
                if ($entry->isFolder()) {
                    $open[] = $path;
                }
                yield $entry;
            }
        }
    }

    /**
     * The plain files below a folder.
     *
     * @return Generator<string, Entry> by their paths, as bytes
     */
    public static function files(string $root): Generator
    {
        foreach (self::below($root) as $entry) {
            if ($entry->isFile()) {
                yield $entry->path => $entry;
            }
        }
    }

    /** Whether everything on the way to a path is a folder or not there, and so is, where that is asked, the path itself. */
    public static function isFree(string $root, string $path, bool $itself = true): bool
    {
        for ($part = $itself ? $path : dirname($path); $part !== '.'; $part = dirname($part)) {
            if (Entry::at($root, $part)?->isFolder() === false) {
                return false;
            }
        }

        return true;
    }
}
