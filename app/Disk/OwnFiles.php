<?php

declare(strict_types=1);

namespace App\Disk;

use App\Refusal\Refusal;
use App\Store\FullDisk;

/**
 * What is in a folder that belongs to a person: worlds, configs. A link stays the link that it is, wherever it leads; what is
 * neither file, folder nor link cannot be copied, and is refused before anything is.
 */
final class OwnFiles
{
    /** Seconds: the moment of a file is told in whole ones. */
    private const LATELY = 2;

    private const CONTENT = ' with ';

    /**
     * Everything below a folder, as it stands: what it is, how large, when it was written; and what is in it, where that was so
     * lately that it could be written again within the same second.
     *
     * @param  array<string, string>|null  $before  how it stood, to be compared with: what was looked into then is looked into again
     * @return array<string, string> path relative to the folder => its state; "" is the folder itself
     *
     * @throws Refusal for a pipe, a socket or a device
     */
    public static function stand(string $folder, ?array $before = null): array
    {
        $late = time() - self::LATELY;
        $isLate = fn (string $path, int $written): bool => $before === null
            ? $written >= $late
            : str_contains($before["p{$path}"] ?? '', self::CONTENT);
        $stand = [];
        $open = [''];
        while ($open !== []) {
            $path = array_pop($open);
            $full = $path === '' ? $folder : "{$folder}/{$path}";
            $stat = @lstat($full);
            if ($stat === false) {
                continue;
            }
            $stand["p{$path}"] = match ($stat['mode'] & 0o170000) {
                0o120000 => 'link to '.readlink($full),
                0o100000 => "file {$stat['size']} {$stat['mtime']} {$stat['ino']}".
                    ($isLate($path, $stat['mtime']) ? self::CONTENT.@hash_file('xxh128', $full) : ''),
                0o040000 => 'folder',
                default => throw Refusal::conflict(
                    mb_scrub(basename($folder).($path === '' ? '' : "/{$path}")).
                        ' is neither a file nor a folder but a pipe, a socket or a device, and cannot be copied. Take it away and apply '.
                        'again; nothing was changed.',
                ),
            };
            if ($stand["p{$path}"] === 'folder') {
                foreach (array_diff(@scandir($full) ?: [], ['.', '..']) as $name) {
                    $open[] = $path === '' ? (string) $name : "{$path}/{$name}";
                }
            }
        }
        ksort($stand, SORT_STRING);

        return $stand;
    }

    /**
     * Copies a folder to where nothing is yet.
     *
     * @param  array<string, string>  $stand  what {@see stand()} says of it
     *
     * @throws FullDisk
     */
    public static function copy(string $from, string $to, array $stand): void
    {
        foreach ($stand as $key => $state) {
            $path = substr((string) $key, 1);
            [$source, $target] = $path === '' ? [$from, $to] : ["{$from}/{$path}", "{$to}/{$path}"];
            $done = match (true) {
                $state === 'folder' => is_dir($target) || @mkdir($target, 0o755, true),
                str_starts_with($state, 'link to ') => @symlink(substr($state, 8), $target),
                default => self::copyFile($source, $target),
            };
            // What the game has taken away meanwhile is not missed here: that something changed is found by comparing.
            if (! $done && @lstat($source) !== false) {
                throw FullDisk::writing(mb_scrub(basename($from).($path === '' ? '' : "/{$path}")));
            }
        }
    }

    private static function copyFile(string $source, string $target): bool
    {
        $stat = @stat($source);

        return @copy($source, $target) && ($stat === false || @touch($target, $stat['mtime']));
    }
}
