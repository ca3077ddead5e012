<?php

declare(strict_types=1);

namespace Stasimon\Core\Merge;

use Stasimon\Core\Catalogue\Replacement;
use Stasimon\Core\Document\Quiet;
use Stasimon\Core\Place\Archive\EntryName;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/**
 * Makes one archive of a game's own and of mods over it, in their order; where several bring a path, the last wins. The bytes
 * of each file are copied as they lie, by name, with one moment for all, so that the same parts always give the same archive.
 *
 * What signs an archive is left out (JAR File Specification, "Signed JAR File" and "Signature Validation"): it would say of
 * the files of others that they are not what was signed, and the game would not start.
 */
final class MergedArchive
{
    private const FOLDER = 'META-INF/';

    private const MANIFEST = 'META-INF/MANIFEST.MF';

    /** Files of one archive, and bytes, that the games of that time could read: APPNOTE.TXT 4.4.1.4. */
    private const FILES = 65_534;

    private const BYTES = 4_294_967_294;

    /** The first of January 1980, which ZIP counts from. */
    private const DATE = 33;

    /**
     * @param  list<Part>  $parts  the game's own first
     * @param  resource  $to
     * @return array<string, list<string>> path => packages that bring it, the last of which wins; of those that more than one brings
     *
     * @throws UnmergeableArchive|UnsafeArchive
     */
    public static function write(array $parts, $to): array
    {
        [$chosen, $by] = self::chosen($parts);
        if (count($chosen) > self::FILES) {
            throw UnmergeableArchive::because(
                'All of it',
                'it would be more than '.number_format(self::FILES).' files, which the games of that time do not read.',
            );
        }
        $directory = '';
        $at = 0;
        foreach ($chosen as $name => [$part, $entry]) {
            $name = (string) $name;
            $manifest = $name === self::MANIFEST ? self::mainSection($part, $entry) : null;
            // A folder has no bytes, whatever it was packed by.
            [$method, $crc, $packed, $size] = str_ends_with($name, '/')
                ? [0, 0, 0, 0]
                : ($manifest === null
                    ? [$entry->method, $entry->crc, $entry->packed, $entry->size]
                    : [0, crc32($manifest), strlen($manifest), strlen($manifest)]);
            // A name that is not ASCII is UTF-8: bit 11 of the flags.
            $flags = preg_match('/[^\x00-\x7F]/', $name) === 1 ? 0x800 : 0;
            $common = pack('vvvvvVVVv', 20, $flags, $method, 0, self::DATE, $crc, $packed, $size, strlen($name));
            self::put($to, "PK\x03\x04{$common}".pack('v', 0).$name);
            if ($manifest !== null) {
                self::put($to, $manifest);
            } elseif (
                fseek($part->archive, $entry->offset) !== 0 ||
                ($packed > 0 && stream_copy_to_stream($part->archive, $to, $packed) !== $packed)
            ) {
                throw UnmergeableArchive::because($part->called, "{$name} in it cannot be read.");
            }
            $mode = str_ends_with($name, '/') ? (0o040755 << 16) | 0x10 : 0o100644 << 16;
            $directory .= "PK\x01\x02".pack('v', (3 << 8) | 20).$common.pack('vvvvVV', 0, 0, 0, 0, $mode, $at).$name;
            $at += 30 + strlen($name) + $packed;
            if ($at > self::BYTES) {
                throw UnmergeableArchive::because('All of it', 'it would be more than 4 GB, which the games of that time do not read.');
            }
        }
        self::put($to, $directory."PK\x05\x06".pack('vvvvVVv', 0, 0, count($chosen), count($chosen), strlen($directory), $at, 0));

        return array_filter($by, fn (array $ids): bool => count($ids) > 1);
    }

    /** Whether a file belongs to what signs an archive. */
    public static function signs(string $name): bool
    {
        return preg_match('~^META-INF/(?:[^/]+\.(?:SF|RSA|DSA|EC)|SIG-[^/]*)$~Di', $name) === 1;
    }

    /**
     * @param  list<Part>  $parts
     * @return array{array<string, array{Part, RawEntry}>, array<string, list<string>>} by path: the manifest first, where readers of a
     *     stream look for it
     *                                                                                 (java.util.jar.JarInputStream), the others ascending;
     *                                                                                 and who brings it
     */
    private static function chosen(array $parts): array
    {
        $chosen = $by = $folders = $brought = [];
        foreach ($parts as $n => $part) {
            $prefix = $part->folder === '' ? '' : rtrim($part->folder, '/').'/';
            foreach (RawZip::entries($part->archive, $part->called, withFolders: true) as $name => $entry) {
                $name = (string) $name;
                if ($prefix !== '' && ! str_starts_with($name, $prefix)) {
                    continue;
                }
                $path = substr($name, strlen($prefix));
                if ($path === '' || str_ends_with($path, '/')) {
                    // Whoever asks for a folder by its name finds it as long as anybody has it.
                    if ($path !== '' && EntryName::safe($part->called, rtrim($path, '/')) === rtrim($path, '/')) {
                        $folders[$path] = [$part, $entry];
                    }

                    continue;
                }
                if (EntryName::safe($part->called, $path) !== $path) {
                    throw UnmergeableArchive::because($part->called, "{$path} in it is no path that could be in one.");
                }
                // The game's own manifest says how it is started; one of a mod says that of the mod.
                $isOwnManifest = $n > 0 && strcasecmp($path, self::MANIFEST) === 0;
                if ($isOwnManifest || self::signs($path) || Replacement::anyCovers($part->without, $path, isExact: true)) {
                    continue;
                }
                $chosen[$path] = [$part, $entry];
                $by[$path][] = $part->id;
                $brought[$n][$path] = true;
            }
        }
        $chosen = self::withoutOlder($chosen, $brought, $parts);
        self::checkFolders($chosen);
        $chosen = self::withFolders($chosen, $folders);
        ksort($chosen, SORT_STRING);
        ksort($by, SORT_STRING);
        $first = array_intersect_key($chosen, [self::FOLDER => true]) + array_intersect_key($chosen, [self::MANIFEST => true]);

        return [$first + $chosen, array_intersect_key($by, $chosen)];
    }

    /**
     * @param  array<string, array{Part, RawEntry}>  $chosen  files by path
     * @param  array<string, array{Part, RawEntry}>  $folders
     * @return array<string, array{Part, RawEntry}>
     *
     * @throws UnmergeableArchive
     */
    private static function withFolders(array $chosen, array $folders): array
    {
        foreach ($folders as $path => $folder) {
            $name = rtrim((string) $path, '/');
            if (isset($chosen[$name])) {
                throw UnmergeableArchive::because(
                    $folder[0]->called,
                    "it has {$name} as a folder, and {$chosen[$name][0]->called} as a file.",
                );
            }
            $chosen[$path] = $folder;
        }

        return $chosen;
    }

    /**
     * Without what an earlier part has of a class for newer runtimes (JAR File Specification, "Multi-release JAR files") where a
     * later one brings that class: it would be loaded in place of the later one.
     *
     * @param  array<string, array{Part, RawEntry}>  $chosen
     * @param  array<int, array<string, true>>  $brought  paths by the number of the part
     * @param  list<Part>  $parts
     * @return array<string, array{Part, RawEntry}>
     */
    private static function withoutOlder(array $chosen, array $brought, array $parts): array
    {
        $places = [];
        foreach ($parts as $n => $part) {
            $places[spl_object_id($part)] = $n;
        }
        foreach ($chosen as $path => [$part]) {
            if (preg_match('~^META-INF/versions/[1-9]\d*/(?<class>.+)$~Ds', (string) $path, $version) !== 1) {
                continue;
            }
            foreach ($brought as $n => $paths) {
                if ($n > $places[spl_object_id($part)] && isset($paths[$version['class']])) {
                    unset($chosen[$path]);
                }
            }
        }

        return $chosen;
    }

    /**
     * One archive cannot have something both as a file and as a folder: it could not be unpacked, and readers differ.
     *
     * @param  array<string, array{Part, RawEntry}>  $chosen
     */
    private static function checkFolders(array $chosen): void
    {
        foreach ($chosen as $path => [$part]) {
            for ($folder = dirname((string) $path); $folder !== '.'; $folder = dirname($folder)) {
                if (isset($chosen[$folder])) {
                    throw UnmergeableArchive::because(
                        $part->called,
                        "it has {$path}, and {$chosen[$folder][0]->called} has {$folder} as a file.",
                    );
                }
            }
        }
    }

    /** A manifest without the sections about single files, which hold their digests. */
    private static function mainSection(Part $part, RawEntry $entry): string
    {
        fseek($part->archive, $entry->offset);
        $bytes = $entry->packed > 10_000_000 ? false : stream_get_contents($part->archive, $entry->packed);
        $text = $bytes !== false && $entry->method === 8 ? Quiet::ask(fn (): string|false => gzinflate($bytes, 20_000_000))[0] : $bytes;
        if ($text === false) {
            throw UnmergeableArchive::because($part->called, 'its manifest cannot be read.');
        }
        $main = preg_split('/\r?\n(?:\r?\n)+/', $text, 2)[0] ?? '';

        return rtrim($main)."\r\n\r\n";
    }

    /** @param  resource  $to */
    private static function put($to, string $bytes): void
    {
        if (fwrite($to, $bytes) !== strlen($bytes)) {
            throw UnmergeableArchive::because('All of it', 'it cannot be written.');
        }
    }
}
