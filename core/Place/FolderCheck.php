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
     * @param  list<string>  $beside  that are not listed
     */
    private function __construct(public int $count, public array $missing, public array $changed, public array $beside)
    {
    }

    /** @param  array<string, string>  $there  path => SHA-256 of what lies in its {@see folders()}; nothing for what is no plain file */
    public static function of(Sums $sums, array $there): self
    {
        $missing = $changed = [];
        foreach ($sums->digests as $path => $digest) {
            if (! isset($there[$path])) {
                $missing[] = (string) $path;
            } elseif ($there[$path] !== $digest) {
                $changed[] = (string) $path;
            }
        }
        $listed = array_fill_keys(self::folders($sums), true);
        $isBeside = fn (string $path): bool => ! isset($sums->digests[$path]) && isset($listed[dirname($path)]) && dirname($path) !== '.';
        $beside = array_filter(array_map(strval(...), array_keys($there)), $isBeside);
        sort($missing);
        sort($changed);
        sort($beside);

        return new self(count($sums->digests), $missing, $changed, $beside);
    }

    /** @return list<string> folders in which something is listed; none that leads out */
    public static function folders(Sums $sums): array
    {
        $folders = [];
        foreach (array_keys($sums->digests) as $path) {
            in_array('..', explode('/', (string) $path), true) || ($folders[dirname((string) $path)] = true);
        }

        return array_map(strval(...), array_keys($folders));
    }

    public function isWhole(): bool
    {
        return $this->missing === [] && $this->changed === [] && $this->beside === [];
    }
}
