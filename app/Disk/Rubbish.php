<?php

declare(strict_types=1);

namespace App\Disk;

use Illuminate\Support\Facades\File;

/** Where folders are put that are to be deleted: that takes no time, and deleting them may. */
final class Rubbish
{
    /** Moves a folder there, if it is there at all. */
    public static function take(string $folder): void
    {
        File::ensureDirectoryExists(self::folder());
        if (is_dir($folder)) {
            @rename($folder, self::folder().'/'.basename($folder));
        }
    }

    public static function empty(): void
    {
        foreach (glob(self::folder().'/*') ?: [] as $thrown) {
            self::erase($thrown);
        }
    }

    public static function isFilled(): bool
    {
        return (glob(self::folder().'/*') ?: []) !== [];
    }

    private static function folder(): string
    {
        return config('stasimon.var').'/rubbish';
    }

    /** Deletes a folder with all that is in it, however deep; of a link, the link. */
    public static function erase(string $path): void
    {
        $open = [$path];
        while ($open !== []) {
            $here = end($open);
            $inside = is_link($here) || ! is_dir($here) ? [] : array_diff(@scandir($here) ?: [], ['.', '..']);
            $folders = [];
            foreach ($inside as $name) {
                $full = "{$here}/{$name}";
                is_dir($full) && ! is_link($full) ? $folders[] = $full : @unlink($full);
            }
            if ($folders === []) {
                array_pop($open);
                is_dir($here) && ! is_link($here) ? @rmdir($here) : @unlink($here);
                if (@lstat($here) !== false) {
                    // It cannot be deleted; what holds it cannot be either.
                    return;
                }
            } else {
                array_push($open, ...$folders);
            }
        }
    }
}
