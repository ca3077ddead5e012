<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\Entries;
use App\Files\PlainFile;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Visible;
use Stasimon\Core\Plan\OwnChange;

/** The folders of one instance on disk: live/ is what launches, next/ is being built, before/ is what live/ was. */
final readonly class Folder
{
    public const MARK = '.stasimon.json';

    /** What an apply is about to make true, beside the files; gone once it is true. */
    public const PENDING = 'plan.pending';

    /** How many restore points keep configs and worlds. Their names ascend with time. */
    private const POINTS = 10;

    /** How often a folder is copied that somebody writes into meanwhile. */
    private const TRIES = 3;

    private string $root;

    public function __construct(Instance $instance)
    {
        $this->root = config('stasimon.var').'/instances/'.$instance->id;
    }

    public function live(string $path = ''): string
    {
        return $this->root.'/live'.self::inside($path);
    }

    public function next(string $path = ''): string
    {
        return $this->root.'/next'.self::inside($path);
    }

    /**
     * A path below a folder, whoever has named it.
     *
     * @throws Refusal for one that leads out of it
     */
    private static function inside(string $path): string
    {
        if (str_contains($path, '..') && in_array('..', explode('/', $path), true)) {
            throw Refusal::conflict(
                'The path '.Visible::text($path).' leads out of the instance, so nothing is read or written there.',
            );
        }

        return $path === '' ? '' : '/'.$path;
    }

    public function log(int $rehearsal): string
    {
        // A page and a worker may come here at the same moment.
        is_dir($this->root.'/rehearsals') || @mkdir($this->root.'/rehearsals', 0o755, true);

        return $this->root."/rehearsals/{$rehearsal}.log";
    }

    /** Where a launch with some of the mods runs, beside what is the instance's. */
    public function trial(string $path = ''): string
    {
        return $this->root.'/trial'.self::inside($path);
    }

    /** Where the game is played without mods, beside what is the instance's. */
    public function plain(string $path = ''): string
    {
        return $this->root.'/plain'.self::inside($path);
    }

    /**
     * A folder with some of the files of live/, as they are there, and a copy of what is the instance's own.
     *
     * @param  list<string>  $files  relative to live/
     * @param  iterable<string>  $own  folders
     */
    public function layTrial(array $files, iterable $own): void
    {
        $this->clearTrial();
        File::ensureDirectoryExists($this->trial());
        foreach ($files as $file) {
            File::ensureDirectoryExists(dirname($this->trial($file)));
            @link($this->live($file), $this->trial($file));
        }
        foreach ($own as $folder) {
            OwnFiles::copy($this->live($folder), $this->trial($folder), OwnFiles::stand($this->live($folder)));
        }
    }

    /** Puts one file of the store beside what is tried, in the place of another. */
    public function layInTrial(string $from, string $path): void
    {
        @unlink($this->trial($path));
        File::ensureDirectoryExists(dirname($this->trial($path)));
        @link($from, $this->trial($path)) || @copy($from, $this->trial($path));
    }

    /** Puts a copy of a file of the store beside what is tried. */
    public function copyIntoTrial(string $from, string $path, bool $isExecutable): void
    {
        File::ensureDirectoryExists(dirname($this->trial($path)));
        @copy($from, $this->trial($path)) || throw FullDisk::writing($path);
        chmod($this->trial($path), $isExecutable ? 0o755 : 0o644);
    }

    /** Puts a file beside what is tried that the game may write into. */
    public function copyToTrial(string $path): void
    {
        File::ensureDirectoryExists(dirname($this->trial($path)));
        PlainFile::copy($this->live($path), $this->trial($path));
    }

    public function clearTrial(): void
    {
        Rubbish::erase($this->trial());
    }

    /** An empty next/. */
    public function begin(): void
    {
        Rubbish::erase($this->next());
        File::ensureDirectoryExists($this->next());
    }

    /** Places a file of the store into next/ without copying it. */
    public function link(string $stored, string $path): void
    {
        File::ensureDirectoryExists(dirname($this->next($path)));
        if (! @link($stored, $this->next($path))) {
            throw Refusal::conflict("The file {$path} could not be placed. The instance is as it was.");
        }
    }

    /** Places a file into next/ that is the instance's own from then on. */
    public function copy(string $from, string $path, bool $isExecutable = false): void
    {
        File::ensureDirectoryExists(dirname($this->next($path)));
        if (! @copy($from, $this->next($path))) {
            throw FullDisk::writing($path);
        }
        chmod($this->next($path), $isExecutable ? 0o755 : 0o644);
    }

    /** Places a symbolic link into next/. */
    public function symlink(string $to, string $path): void
    {
        File::ensureDirectoryExists(dirname($this->next($path)));
        if (! @symlink($to, $this->next($path))) {
            throw Refusal::conflict("The link {$path} could not be placed. The instance is as it was.");
        }
    }

    /** Has a file of live/ in next/ as well. */
    public function keep(string $path): void
    {
        File::ensureDirectoryExists(dirname($this->next($path)));
        @link($this->live($path), $this->next($path)) || $this->copy($this->live($path), $path);
    }

    public function hasNext(string $path): bool
    {
        return is_file($this->next($path));
    }

    /**
     * Copies what belongs to the instance itself to next/: from live/, or from a restore point. A folder that a link stands
     * for stays that link.
     *
     * @return array<string, string> how what is in live/ stood when it was copied, {@see OwnFiles::stand()}
     *
     * @throws Refusal when it does not stand still, or holds what cannot be copied
     */
    public function carryOver(string $own, ?string $point = null): array
    {
        $isRestored = $point !== null && @lstat($this->point($point, $own)) !== false;
        $from = $isRestored ? $this->point($point, $own) : $this->live($own);
        for ($try = 1; $try <= self::TRIES; $try++) {
            Rubbish::erase($this->next($own));
            $stand = OwnFiles::stand($from);
            $stand === [] ? File::ensureDirectoryExists($this->next($own)) : OwnFiles::copy($from, $this->next($own), $stand);
            if ($isRestored) {
                return OwnFiles::stand($this->live($own));
            }
            if (OwnFiles::stand($from, $stand) === $stand) {
                return $stand;
            }
        }

        throw Refusal::conflict(
            "Something is writing into {$own}, so it cannot be copied as a whole. End it and apply again; nothing was changed.",
        );
    }

    /**
     * Whether what was live/ has been written into since it was copied.
     *
     * @param  array<string, array<string, string>>  $stands  folder => how it stood
     */
    public function isAsideUnchanged(array $stands): bool
    {
        foreach ($stands as $own => $stand) {
            if (OwnFiles::stand($this->root.'/before/'.$own, $stand) !== $stand) {
                return false;
            }
        }

        return true;
    }

    /** Where what was live/ is until it is cleared. */
    public function before(): string
    {
        return $this->root.'/before';
    }

    /** Takes back {@see stepAside()}. */
    public function stepBack(): void
    {
        rename($this->root.'/before', $this->live());
    }

    /**
     * Gives a file in next/ another content, the one that was kept with a rehearsal, or another name, so that the game makes a
     * new one. What is not there, or not in a folder of the instance's own, is left alone.
     *
     * @param  string|null  $from  the file whose content it gets
     * @param  list<string>  $own  folders
     */
    public function changeOwn(string $path, OwnChange $to, ?string $from, array $own): void
    {
        $isOwn = array_filter($own, fn (string $folder): bool => str_starts_with($path, $folder.'/')) !== [];
        if (! $isOwn || str_contains($path, '..')) {
            return;
        }
        if ($this->leadsAway($path)) {
            throw Refusal::conflict(
                explode('/', $path)[0].
                    ' is a link to a place outside the instance, so what is in it is not changed from here. Nothing was changed.',
            );
        }
        if ($from !== null) {
            is_file($this->next($path)) && unlink($this->next($path));
            $this->copy($from, $path);
        } elseif ($to->isAway() && is_file($this->next($path))) {
            rename($this->next($path), $this->next($path.'.set-aside'));
        } elseif ($to->rehearsal !== null && is_file($this->rehearsed($to->rehearsal, $path))) {
            $this->copy($this->rehearsed($to->rehearsal, $path), $path);
        }
    }

    /** Whether a folder on the way to a file in next/ is a link: what is written there would be written elsewhere. */
    public function leadsAway(string $path): bool
    {
        for ($folder = dirname($path); $folder !== '.' && $folder !== '/'; $folder = dirname($folder)) {
            if (is_link($this->next($folder))) {
                return true;
            }
        }

        return false;
    }

    /**
     * Folders of the instance's own that are links.
     *
     * @param  list<string>  $own
     * @return array<string, array{string, bool}> folder => where it leads, and whether there is anything
     */
    public function links(array $own): array
    {
        $links = [];
        foreach ($own as $folder) {
            if (is_link($this->live($folder))) {
                $links[$folder] = [mb_scrub((string) readlink($this->live($folder))), file_exists($this->live($folder))];
            }
        }

        return $links;
    }

    /** Where the configs that a rehearsal came up clean with are kept. */
    public function rehearsed(int $rehearsal, string $path = ''): string
    {
        return "{$this->root}/rehearsals/{$rehearsal}.own".($path === '' ? '' : '/'.$path);
    }

    /** @return list<string> where the configs and worlds of restore points are kept, but for the latest */
    public function oldPoints(int $kept): array
    {
        return array_slice(glob($this->root.'/points/*') ?: [], 0, -$kept);
    }

    /** @return list<string> the logs of launches, but for the latest */
    public function oldLogs(int $kept): array
    {
        $logs = glob($this->root.'/rehearsals/*.log') ?: [];
        natsort($logs);

        return array_slice(array_values($logs), 0, -$kept);
    }

    /** Bytes that would be free without a file or a folder; what has another name elsewhere frees none. */
    public function weight(string $path): int
    {
        $bytes = is_file($path) ? (int) @filesize($path) : 0;
        foreach (is_dir($path) ? Entries::files($path) : [] as $file => $entry) {
            $found = @lstat("{$path}/{$file}");
            $bytes += $found !== false && $found['nlink'] === 1 ? $entry->size : 0;
        }

        return $bytes;
    }

    /** @return int bytes that were freed */
    public function letGo(string ...$paths): int
    {
        $freed = 0;
        foreach ($paths as $path) {
            // What is beside a log is its index.
            foreach (is_dir($path) ? [$path] : [$path, ...(glob("{$path}.*") ?: [])] as $one) {
                $freed += $this->weight($one);
                Rubbish::erase($one);
            }
        }

        return $freed;
    }

    /** A file of the instance's own as a restore point keeps it, if it does. */
    public function ofPoint(string $point, string $path): string
    {
        return $this->point($point === '' ? 'none' : $point, $path);
    }

    private function point(string $point, string $own): string
    {
        return "{$this->root}/points/{$point}/{$own}";
    }

    public function hasPoint(string $point): bool
    {
        return is_dir("{$this->root}/points/{$point}");
    }

    /**
     * Holds the folder for one apply at a time; the lock goes with the process.
     *
     * @param  float  $patience  seconds to wait for another to be through
     * @return resource|null null when another holds it still
     */
    public function lock(float $patience = 0.0)
    {
        File::ensureDirectoryExists($this->root);
        $lock = fopen($this->root.'/lock', 'ce');
        if ($lock === false) {
            return null;
        }
        for ($end = microtime(true) + $patience; ! flock($lock, LOCK_EX | LOCK_NB); usleep(50_000)) {
            if (microtime(true) >= $end) {
                return null;
            }
        }

        return $lock;
    }

    /** Writes a file of our own into next/, whole. */
    public function write(string $name, string $text): void
    {
        if (@file_put_contents($this->next($name), $text) !== strlen($text)) {
            throw FullDisk::writing('what is to be written down of an apply');
        }
    }

    /** Marks next/ as complete; from here on it may become live/. */
    public function mark(Mark $mark): void
    {
        $this->write(self::MARK, $mark->written());
    }

    /** What had to make room for applies, or was taken out. */
    public function bin(): Bin
    {
        return new Bin($this->root);
    }

    /** Moves live/ away. */
    public function stepAside(): void
    {
        Rubbish::erase($this->root.'/before');
        if (is_dir($this->live())) {
            rename($this->live(), $this->root.'/before');
        }
    }

    /** Makes next/ live. */
    public function stepIn(): void
    {
        rename($this->next(), $this->live());
    }

    /**
     * Clears what a finished or abandoned apply left; configs and worlds as they were before it become the restore point of the
     * apply that made live/, and what it has neither laid nor carried over goes into the bin.
     *
     * @param  list<string>  $own
     */
    public function clear(array $own): void
    {
        Rubbish::erase($this->next());
        $made = is_dir($this->before()) ? Mark::in($this->live(self::MARK)) : null;
        if ($made !== null) {
            foreach ($own as $folder) {
                if (@lstat($this->before()."/{$folder}") !== false && @lstat($this->point($made->task, $folder)) === false) {
                    File::ensureDirectoryExists(dirname($this->point($made->task, $folder)));
                    rename($this->before()."/{$folder}", $this->point($made->task, $folder));
                }
            }
            $this->bin()->sweep($made, new Carrying($this, []));
        }
        Rubbish::erase($this->root.'/before');
        $points = glob($this->root.'/points/*') ?: [];
        foreach (array_slice($points, 0, max(0, count($points) - self::POINTS)) as $old) {
            Rubbish::erase($old);
        }
    }

    /**
     * Every file below live/, as paths relative to it, links not followed.
     *
     * @return array<string, array{size: int, time: int, inode: int}>
     */
    public function files(): array
    {
        if (! is_dir($this->live())) {
            return [];
        }
        $files = [];
        foreach (Entries::below($this->live(), [self::MARK]) as $entry) {
            if (! $entry->isFolder()) {
                $files[$entry->path] = ['size' => $entry->size, 'time' => $entry->time, 'inode' => $entry->inode];
            }
        }
        ksort($files, SORT_STRING);

        return $files;
    }

    /** After a crash between the two renames: a complete next/ becomes live/, otherwise what was live/ comes back. */
    public function recover(): void
    {
        if (is_dir($this->live()) || ! is_dir($this->root)) {
            return;
        }
        if (Mark::in($this->next(self::MARK)) !== null) {
            $this->stepIn();
        } elseif (is_dir($this->root.'/before')) {
            rename($this->root.'/before', $this->live());
        }
    }

    /** Moves all of it to the bin, which takes no time. */
    public function throwAway(): void
    {
        Rubbish::take($this->root);
    }
}
