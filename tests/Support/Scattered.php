<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Disk\Bin;
use App\Disk\Folder;
use App\Files\Entries;
use App\Files\Entry;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Files of every kind, strewn into an instance's folder as a person and a game may leave them, and what became of each. */
final class Scattered
{
    /** @var array<string, string> path as hex => what it is, of all that lies in live/ */
    public array $there = [];

    /** @var list<string> what each is that went into the bin */
    public array $binned = [];

    public readonly Randomizer $dice;

    /** @param  list<string>  $own  folders that restore points are about; nothing is strewn there */
    public function __construct(private readonly Folder $folder, private readonly array $own, int $seed)
    {
        $this->dice = new Randomizer(new Xoshiro256StarStar($seed));
    }

    /**
     * @param  list<string>  $wanted  paths that releases lay, which are taken at times
     */
    public function strew(int $count, array $wanted): void
    {
        for ($made = $try = 0; $made < $count && $try < 20 * $count; $try++) {
            $path = $this->path($wanted);
            $full = $this->folder->live($path);
            $isFree = Entries::isFree($this->folder->live(), $path, itself: false) && Entry::at($this->folder->live(), $path) === null;
            if (
                ! $isFree ||
                in_array(explode('/', $path)[0], $this->own, true) ||
                ! (is_dir(dirname($full)) || @mkdir(dirname($full), 0o755, true))
            ) {
                continue;
            }
            if ($this->make($full)) {
                $this->there[bin2hex($path)] = $this->is($full);
                $made++;
            }
        }
    }

    private function make(string $full): bool
    {
        return match ($this->dice->getInt(0, 9)) {
            0 => @symlink($this->of(['nowhere', '../live', '/etc', 'loader', "\xff\xfe"]), $full),
            1 => posix_mkfifo($full, 0o644),
            2 => link($this->someFile($full), $full),
            default => file_put_contents($full, $this->dice->getBytes($this->dice->getInt(1, 60))) !== false &&
                touch($full, $this->of([946_684_800, 1, time() - 90_000, time(), 4_000_000_000])) &&
                chmod($full, $this->of([0o644, 0o600, 0o444, 0o755])),
        };
    }

    /** A file beside it, with which it will share its content. */
    private function someFile(string $beside): string
    {
        $file = tempnam(sys_get_temp_dir(), 'strewn');
        file_put_contents($file, $this->dice->getBytes(20));
        rename($file, "{$beside}.twin");
        $path = substr("{$beside}.twin", strlen($this->folder->live()) + 1);
        $this->there[bin2hex($path)] = $this->is("{$beside}.twin");

        return "{$beside}.twin";
    }

    /** @param  list<string>  $wanted */
    private function path(array $wanted): string
    {
        $name = $this->of([
            'notes.txt',
            '5',
            'a b',
            "\xff\xfe",
            'Größe',
            '-rf',
            'x'.bin2hex($this->dice->getBytes(2)),
            '.hidden',
            'handmade.zip',
            str_repeat('n', 200),
        ]);
        $some = $wanted === [] ? 'mods/other.zip' : $this->of($wanted);

        return match ($this->dice->getInt(0, 6)) {
            0 => $name,
            1 => "mods/{$name}",
            2 => $some,
            3 => "{$some}/{$name}",
            4 => dirname($some)."/deep/er/{$name}",
            5 => $this->of(['screenshots', 'logs', 'reports', 'loader', 'datapacks', 'mods/extra-folder'])."/{$name}",
            default => $this->of(['saves', '0', "\xe9t\xe9"])."/{$name}/{$name}",
        };
    }

    /** What lies at a path, byte for byte, with its time. */
    public function is(string $full): string
    {
        $stat = lstat($full);
        $type = ($stat['mode'] ?? 0) & 0o170000;

        return $type.
            ' '.
            match ($type) {
                0o120000 => (string) readlink($full),
                0o100000 => "{$stat['mtime']} ".($stat['mode'] & 0o777).' '.hash_file('sha256', $full),
                default => (string) $stat['mtime'],
            };
    }

    /**
     * What is not where it was, each beside where it is now: what an apply has put into the bin, and what is lost.
     *
     * @return array{list<string>, list<string>} paths in the bin, paths that are lost
     */
    public function missing(Bin $bin): array
    {
        $inBin = $lost = [];
        $kept = [];
        foreach ($bin->all() as $one) {
            $kept[$one->path][] = $this->is($bin->where($one->key));
        }
        foreach ($this->there as $hex => $is) {
            $path = (string) hex2bin((string) $hex);
            $full = $this->folder->live($path);
            if (@lstat($full) !== false && $this->is($full) === $is) {
                continue;
            }
            unset($this->there[$hex]);
            in_array($is, $kept[$path] ?? [], true) ? ($inBin[] = $path) : ($lost[] = $path);
            $this->binned[] = $is;
        }

        return [$inBin, $lost];
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $of
     * @return T
     */
    public function of(array $of): mixed
    {
        return $of[$this->dice->getInt(0, count($of) - 1)];
    }
}
