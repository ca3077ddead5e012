<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

/** A folder beside the list of what was put into it. */
final readonly class FolderCheck
{
    /**
     * @param  int  $count  files that are listed
     * @param  list<string>  $missing  paths
     * @param  list<string>  $changed  with another content than is listed, or no file any more
     * @param  list<string>  $beside  that are not listed, in folders of which something is
     */
    private function __construct(public int $count, public array $missing, public array $changed, public array $beside)
    {
    }

    public static function of(string $folder, Sums $sums): self
    {
        $missing = $changed = $folders = [];
        foreach ($sums->digests as $path => $digest) {
            $path = (string) $path;
            $file = "{$folder}/{$path}";
            if (in_array('..', explode('/', $path), true) || (! file_exists($file) && ! is_link($file))) {
                $missing[] = $path;
            } elseif (is_link($file) || ! is_file($file) || @hash_file('sha256', $file) !== $digest) {
                $changed[] = $path;
            }
            $within = dirname($path);
            $within === '.' || str_contains($within, '..') || ($folders[$within] = true);
        }
        $beside = [];
        foreach (array_keys($folders) as $within) {
            foreach (@scandir("{$folder}/{$within}") ?: [] as $name) {
                $path = "{$within}/{$name}";
                $isFile = is_file("{$folder}/{$path}") || is_link("{$folder}/{$path}");
                $isFile && ! isset($sums->digests[$path]) && ($beside[] = $path);
            }
        }
        sort($missing);
        sort($changed);
        sort($beside);

        return new self(count($sums->digests), $missing, $changed, $beside);
    }

    public function isWhole(): bool
    {
        return $this->missing === [] && $this->changed === [] && $this->beside === [];
    }
}
