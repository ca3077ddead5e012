<?php

declare(strict_types=1);

namespace App\Disk;

/** The processes of this machine, as far as this user may look at them: proc(5). */
final class Processes
{
    /**
     * Who works in a folder: has it, or something in it, as working directory or open.
     *
     * @return array<int, string> process id => name, without this process and its ancestors' own files
     */
    public static function using(string $folder): array
    {
        $folder = realpath($folder);
        $using = [];
        foreach ($folder === false ? [] : self::all() as $id) {
            foreach (["/proc/{$id}/cwd", ...@glob("/proc/{$id}/fd/*") ?: []] as $link) {
                $target = (string) @readlink($link);
                if ($target === $folder || str_starts_with($target, $folder.'/')) {
                    $using[$id] = trim((string) @file_get_contents("/proc/{$id}/comm")) ?: "process {$id}";
                    break;
                }
            }
        }

        return $using;
    }

    /**
     * Those that were started with a variable of this value in their environment.
     *
     * @return list<int>
     */
    public static function marked(string $name, string $value): array
    {
        return array_values(
            array_filter(
                self::all(),
                fn (int $id): bool => in_array("{$name}={$value}", explode("\0", (string) @file_get_contents("/proc/{$id}/environ")), true),
            ),
        );
    }

    /** @return list<int> */
    private static function all(): array
    {
        $here = getmypid();

        return array_values(
            array_filter(
                array_map(intval(...), array_filter(@scandir('/proc') ?: [], ctype_digit(...))),
                fn (int $id): bool => $id !== $here,
            ),
        );
    }
}
