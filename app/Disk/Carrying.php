<?php

declare(strict_types=1);

namespace App\Disk;

use App\Files\Entries;
use App\Files\Entry;
use App\Refusal\Refusal;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Plan\Once;
use Symfony\Component\Process\Process;

/**
 * Carries over what lies in an instance's folder and is not of our laying: each by a link, so that its content and its times
 * stay what they were. Folders of the instance's own are copied by {@see Folder::carryOver()} and left out here.
 */
final readonly class Carrying
{
    /** @param  list<string>  $own  folders that are copied */
    public function __construct(private Folder $folder, private array $own)
    {
    }

    /**
     * Carries everything from live/ into next/, where what is laid lies already.
     *
     * @param  array<string, bool>  $placed  path => whether it is as it was placed, of all that was laid into live/
     * @param  array<string, string>  $out  what is to stay behind, {@see Once::$out}
     *
     * @throws Refusal for what cannot be linked
     */
    public function over(array $placed, array $out = []): CarriedOver
    {
        $ours = self::foldersOf($placed);
        $stand = $displaced = $folders = [];
        foreach ($this->entries($this->folder->live()) as $entry) {
            $asPlaced = $placed[$entry->path] ?? false;
            $stand["p{$entry->path}"] = $asPlaced ? $entry->state() : $entry->identity();
            if ($entry->isFolder()) {
                isset($ours[$entry->path]) || ($folders[] = $entry);
            } elseif (! $asPlaced && ! $this->isCarried($entry, isset($placed[$entry->path]) || isset($out[Once::keyOf($entry->path)]))) {
                $displaced[] = $entry->path;
            }
        }
        foreach ($folders as $entry) {
            $to = $this->folder->next($entry->path);
            Entries::isFree($this->folder->next(), $entry->path) && ! is_dir($to) && @mkdir($to, 0o755, true);
        }
        // What came into a folder has changed its time; those inside come before those around them.
        foreach (array_reverse($folders) as $entry) {
            if (Entry::at($this->folder->next(), $entry->path)?->isFolder() === true) {
                @chmod($this->folder->next($entry->path), $entry->permissions() | 0o700);
                @touch($this->folder->next($entry->path), $entry->time);
            }
        }
        ksort($stand, SORT_STRING);

        return new CarriedOver($stand, $displaced, array_map(strval(...), array_keys(array_filter($placed))));
    }

    /**
     * How all of it stands in a folder now, in the form of {@see Carried::$stand}.
     *
     * @param  array<string, bool>  $placed  path => whether it was as it was placed
     * @return array<string, string>
     */
    public function stand(string $root, array $placed): array
    {
        $stand = [];
        foreach ($this->entries($root) as $entry) {
            $stand["p{$entry->path}"] = $placed[$entry->path] ?? false ? $entry->state() : $entry->identity();
        }
        ksort($stand, SORT_STRING);

        return $stand;
    }

    /** @return iterable<Entry> everything but what is copied, and our own marks */
    public function entries(string $root): iterable
    {
        return Entries::below($root, [...$this->own, Folder::MARK, Folder::PENDING]);
    }

    /** @param  bool  $goes  whether a person takes it out, or it lies where a release was laid and was written into */
    private function isCarried(Entry $entry, bool $goes): bool
    {
        $there = Entry::at($this->folder->next(), $entry->path);
        if ($there !== null || $goes || ! Entries::isFree($this->folder->next(), $entry->path)) {
            return $there?->identity() === $entry->identity();
        }
        [$from, $to] = [$this->folder->live($entry->path), $this->folder->next($entry->path)];
        File::ensureDirectoryExists(dirname($to));
        if (@link($from, $to) || @lstat($from) === false) {
            return true;
        }
        // It lies on another disk, has as many names as a file can have, or is a link that PHP takes for no path.
        if ((new Process(['cp', '-a', '--', $from, $to], timeout: 1_800))->run() !== 0) {
            throw Refusal::conflict(
                mb_scrub($entry->path).' is not of Stasimon\'s laying and cannot be carried over. Nothing was changed.',
            );
        }

        return true;
    }

    /**
     * @param  array<string, bool>  $placed
     * @return array<string, true> folders on the way to what is laid
     */
    private static function foldersOf(array $placed): array
    {
        $folders = [];
        foreach (array_map(strval(...), array_keys($placed)) as $path) {
            for ($folder = dirname($path); $folder !== '.' && ! isset($folders[$folder]); $folder = dirname($folder)) {
                $folders[$folder] = true;
            }
        }

        return $folders;
    }
}
