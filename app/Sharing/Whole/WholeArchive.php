<?php

declare(strict_types=1);

namespace App\Sharing\Whole;

use App\Files\Entries;
use App\Files\Entry;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Limits;
use ZipArchive;

/**
 * A ZIP archive of a whole instance: whole.json, what is a person's below live/, and below store/ what no depot has. Names are
 * bytes; links are links, and are laid last, so that nothing is written through one.
 */
final class WholeArchive
{
    private const LIVE = 'live/';

    private const STORE = 'store/';

    /** Bytes of whole.json. */
    private const LONGEST = 5_000_000;

    /**
     * @param  string  $to  where nothing is yet
     * @param  list<Entry>  $entries  below a folder
     * @param  array<string, string>  $stored  SHA-256 => file
     * @param  callable(float): void  $progress  from 0 to 1
     */
    public static function write(string $to, string $document, string $live, array $entries, array $stored, callable $progress): void
    {
        $zip = new ZipArchive();
        $zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE) === true || throw FullDisk::writing('the archive of the instance');
        $zip->addFromString(WholeDocument::NAME, $document);
        foreach ($entries as $entry) {
            $name = self::LIVE.$entry->path;
            if ($entry->isFolder()) {
                $zip->addEmptyDir($name, ZipArchive::FL_ENC_RAW);
            } elseif ($entry->isLink()) {
                $zip->addFromString($name, (string) @readlink("{$live}/{$entry->path}"), ZipArchive::FL_ENC_RAW);
            } else {
                $zip->addFile("{$live}/{$entry->path}", $name, 0, 0, ZipArchive::FL_ENC_RAW);
            }
            $index = $zip->count() - 1;
            $zip->setExternalAttributesIndex($index, ZipArchive::OPSYS_UNIX, $entry->mode << 16);
            $zip->setMtimeIndex($index, max(315_619_200, $entry->time));
        }
        foreach ($stored as $digest => $file) {
            $zip->addFile($file, self::STORE.$digest);
        }
        $zip->registerProgressCallback(0.02, $progress);
        @$zip->close() || throw FullDisk::writing('the archive of the instance');
    }

    /** @throws Refusal */
    public static function document(string $path, string $name): WholeDocument
    {
        $zip = self::open($path, $name);
        $size = $zip->statName(WholeDocument::NAME)['size'] ?? null;
        $size !== null ||
            throw Refusal::unusable("{$name} is no whole instance: there is no ".WholeDocument::NAME.' in it. Nothing was made.');
        $size <= self::LONGEST || throw Refusal::tooLarge("What {$name} says of itself is longer than 5 MB. Nothing was made.");

        return WholeDocument::read((string) $zip->getFromName(WholeDocument::NAME, self::LONGEST), $name);
    }

    /** Whether an archive is one, by the file that it begins with. */
    public static function isOne(string $path): bool
    {
        $zip = new ZipArchive();

        return $zip->open($path, ZipArchive::RDONLY) === true && $zip->locateName(WholeDocument::NAME) !== false;
    }

    /**
     * Lays what is a person's into a folder in which nothing is yet.
     *
     * @param  callable(int, int): void  $progress
     *
     * @throws Refusal for names that lead elsewhere; then nothing is laid
     */
    public static function lay(string $path, string $name, string $to, callable $progress): void
    {
        $zip = self::open($path, $name);
        $files = $links = $folders = [];
        $bytes = 0;
        for ($i = 0; $i < $zip->count(); $i++) {
            $inside = (string) $zip->getNameIndex($i, ZipArchive::FL_ENC_RAW);
            if (! str_starts_with($inside, self::LIVE)) {
                continue;
            }
            $at = self::safe(substr($inside, strlen(self::LIVE)), $name);
            $zip->getExternalAttributesIndex($i, $system, $attributes);
            $mode = $system === ZipArchive::OPSYS_UNIX ? $attributes >> 16 : 0;
            $stat = $zip->statIndex($i);
            match (true) {
                str_ends_with($inside, '/') => ($folders[$at] = [$mode, $stat['mtime'] ?? 0]),
                ($mode & 0o170000) === 0o120000 => ($links[$at] = $i),
                default => ($files[$at] = [$i, $mode, $stat['size'] ?? 0, $stat['mtime'] ?? 0]),
            };
            $bytes += $stat['size'] ?? 0;
        }
        File::ensureDirectoryExists($to);
        $bytes + 100_000_000 < (float) disk_free_space($to) ||
            throw Refusal::conflict("There is no room for what is in {$name}. Nothing was made.");
        foreach ($folders as $at => $ignored) {
            File::ensureDirectoryExists("{$to}/{$at}");
        }
        $done = 0;
        foreach ($files as $at => [$index, $mode, $size, $time]) {
            self::extract($zip, $index, "{$to}/{$at}", $size, $name);
            ($mode & 0o777) !== 0 && chmod("{$to}/{$at}", $mode & 0o777);
            touch("{$to}/{$at}", $time);
            $progress(++$done, count($files));
        }
        foreach ($links as $at => $index) {
            File::ensureDirectoryExists(dirname("{$to}/{$at}"));
            @symlink((string) $zip->getFromIndex($index, 4_096), "{$to}/{$at}");
        }
        foreach (array_reverse($folders, preserve_keys: true) as $at => [$mode, $time]) {
            @touch("{$to}/{$at}", $time);
        }
    }

    /** Takes a file out that no depot has; false where it is not in it, or is another one. */
    public static function stored(string $path, string $name, string $digest, string $to): bool
    {
        $zip = self::open($path, $name);
        $index = $zip->locateName(self::STORE.$digest);
        if ($index === false) {
            return false;
        }
        self::extract($zip, $index, $to, $zip->statIndex($index)['size'] ?? 0, $name);

        return hash_file('sha256', $to) === $digest;
    }

    private static function extract(ZipArchive $zip, int $index, string $to, int $size, string $name): void
    {
        File::ensureDirectoryExists(dirname($to));
        $from = $zip->getStreamIndex($index);
        $into = @fopen($to, 'xb') ?: throw FullDisk::writing(mb_scrub(basename($to)));
        $written = $from === false ? false : stream_copy_to_stream($from, $into, $size + 1);
        fclose($into);
        $written === $size ||
            throw Refusal::unusable("{$name} is damaged: ".mb_scrub(basename($to)).' does not come whole out of it. Nothing was made.');
    }

    /** @throws Refusal */
    private static function safe(string $path, string $archive): string
    {
        $path = rtrim($path, '/');
        $parts = explode('/', $path);
        if (
            $path === '' ||
            strlen($path) > Limits::PATH ||
            count($parts) > Limits::DEPTH ||
            str_contains($path, "\0") ||
            array_intersect($parts, ['', '.', '..']) !== []
        ) {
            throw Refusal::unusable(
                "{$archive} has a name in it that leads out of its folder: ".
                    mb_scrub(mb_strimwidth($path, 0, 80, '…')).
                    '. Nothing was made.',
            );
        }

        return $path;
    }

    private static function open(string $path, string $name): ZipArchive
    {
        $zip = new ZipArchive();

        return $zip->open($path, ZipArchive::RDONLY) === true
            ? $zip
            : throw Refusal::unusable("{$name} is no ZIP archive that can be read. Nothing was made.");
    }

    /**
     * What of a folder goes into one, and what cannot: nothing of what an apply has laid and nobody has written into.
     *
     * @param  array<string, bool>  $placed  path => whether it is as it was placed
     * @param  list<string>  $except
     * @return array{list<Entry>, list<string>} and paths that are no file, folder or link, as text
     */
    public static function of(string $live, array $placed, array $except): array
    {
        $in = $out = [];
        foreach (Entries::below($live, $except) as $entry) {
            if ($placed[$entry->path] ?? false) {
                continue;
            }
            $entry->isFile() || $entry->isFolder() || $entry->isLink() ? ($in[] = $entry) : ($out[] = mb_scrub($entry->path));
        }

        return [$in, $out];
    }
}
