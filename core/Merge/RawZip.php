<?php

declare(strict_types=1);

namespace Stasimon\Core\Merge;

/**
 * Reads where the files of a ZIP archive lie, so that their bytes can be copied without being unpacked.
 *
 * Source: APPNOTE.TXT 6.3.10 (ZIP), sections 4.3.7, 4.3.12 and 4.3.16.
 */
final class RawZip
{
    /** Bytes of the end of a central directory, and of the longest comment behind it. */
    private const END = 22;

    private const COMMENT = 65_535;

    private const WHOLE = 0xFFFFFFFF;

    /**
     * @param  resource  $archive
     * @param  string  $called  what to call it in a sentence
     * @param  bool  $withFolders  whether entries of folders are among them, whose names end in a slash
     * @return array<string, RawEntry> by name; of a name that is there twice the last
     *
     * @throws UnmergeableArchive
     */
    public static function entries($archive, string $called, bool $withFolders = false): array
    {
        [$directory, $count, $before, $length] = self::directory($archive, $called);
        $entries = [];
        for ($n = 0, $at = 0; $n < $count; $n++) {
            if (substr($directory, $at, 4) !== "PK\x01\x02" || strlen($directory) < $at + 46) {
                throw UnmergeableArchive::because($called, 'its list of files is damaged.');
            }
            $one = self::numbers(
                'vflags/vmethod/vtime/vdate/Vcrc/Vpacked/Vsize/vname/vextra/vcomment/vdisk/vinner/Vouter/Voffset',
                substr($directory, $at + 8, 38),
            );
            $name = substr($directory, $at + 46, $one['name']);
            $one = self::widened($one, substr($directory, $at + 46 + $one['name'], $one['extra']));
            $at += 46 + $one['name'] + $one['extra'] + $one['comment'];
            if (str_ends_with($name, '/') && ! $withFolders) {
                continue;
            }
            if (($one['flags'] & 1) !== 0 || ! in_array($one['method'], [0, 8], true)) {
                throw UnmergeableArchive::because($called, "{$name} in it is encrypted, or packed in a way that those games do not read.");
            }
            $one['offset'] += $before;
            if (max($one['packed'], $one['size'], $one['offset']) >= self::WHOLE) {
                throw UnmergeableArchive::because($called, "{$name} in it is larger than the games of that time could read.");
            }
            $from = self::contentOf($archive, $called, $name, $one['offset']);
            if ($from + $one['packed'] > $length) {
                throw UnmergeableArchive::because($called, "{$name} is not whole.");
            }
            $entries[$name] = new RawEntry($name, $one['method'], $one['crc'], $one['packed'], $one['size'], $from);
        }

        return $entries;
    }

    /**
     * @param  resource  $archive
     * @return array{string, int, int, int} the list of files, how many they are, bytes before the archive begins, and all its bytes
     *
     * @throws UnmergeableArchive
     */
    private static function directory($archive, string $called): array
    {
        fseek($archive, 0, SEEK_END);
        $length = (int) ftell($archive);
        $tail = self::at($archive, max(0, $length - self::END - self::COMMENT), self::END + self::COMMENT);
        $end = strrpos($tail, "PK\x05\x06");
        if ($end === false || strlen($tail) - $end < self::END) {
            throw UnmergeableArchive::because($called, 'it is no whole ZIP archive.');
        }
        $at = $length - strlen($tail) + $end;
        $said = self::numbers('vcount/Vbytes/Voffset', substr($tail, $end + 10, 10));
        if ($said['count'] === 0xFFFF || $said['bytes'] === self::WHOLE || $said['offset'] === self::WHOLE) {
            [$said, $at] = self::large($archive, $at, $called);
        }
        // What stands before it, as a program that unpacks it, moves all that it says: 4.1.9.
        $before = $at - $said['bytes'] - $said['offset'];
        if ($before < 0) {
            throw UnmergeableArchive::because($called, 'its list of files is damaged.');
        }

        return [self::at($archive, $said['offset'] + $before, $said['bytes']), $said['count'], $before, $length];
    }

    /**
     * @param  resource  $archive
     *
     * @throws UnmergeableArchive
     */
    private static function contentOf($archive, string $called, string $name, int $offset): int
    {
        $local = self::at($archive, $offset, 30);
        if (! str_starts_with($local, "PK\x03\x04") || strlen($local) < 30) {
            throw UnmergeableArchive::because($called, "{$name} is not where its list says.");
        }
        $lengths = self::numbers('vname/vextra', substr($local, 26, 4));

        return $offset + 30 + $lengths['name'] + $lengths['extra'];
    }

    /**
     * What the end of a ZIP64 archive says, which small ones may have, too: 4.3.14 and 4.3.15.
     *
     * @param  resource  $archive
     * @return array{array<string, int>, int} what it says, and where the list of files ends
     */
    private static function large($archive, int $end, string $called): array
    {
        $locator = self::at($archive, max(0, $end - 20), 20);
        $at = str_starts_with($locator, "PK\x06\x07") ? self::numbers('Plies', substr($locator, 8, 8))['lies'] : -1;
        // Bytes before the archive move it, and it stands right before what names it.
        foreach ([$at, $end - 20 - 56] as $place) {
            $said = $place < 0 ? '' : self::at($archive, $place, 56);
            if (str_starts_with($said, "PK\x06\x06") && strlen($said) === 56) {
                return [self::numbers('Pcount/Pbytes/Poffset', substr($said, 32, 24)), $place];
            }
        }
        throw UnmergeableArchive::because($called, 'its list of files is damaged.');
    }

    /**
     * Numbers that stand in the extra field of a ZIP64 archive: 4.5.3.
     *
     * @param  array<string, int>  $one
     * @return array<string, int>
     */
    private static function widened(array $one, string $extra): array
    {
        for ($at = 0; $at + 4 <= strlen($extra);) {
            $part = self::numbers('vid/vbytes', substr($extra, $at, 4));
            if ($part['id'] === 1) {
                $from = $at + 4;
                foreach (['size', 'packed', 'offset'] as $name) {
                    if ($one[$name] === self::WHOLE && $from + 8 <= $at + 4 + $part['bytes']) {
                        $one[$name] = self::numbers('Pvalue', substr($extra, $from, 8))['value'];
                        $from += 8;
                    }
                }
            }
            $at += 4 + $part['bytes'];
        }

        return $one;
    }

    /** @param  resource  $archive */
    private static function at($archive, int $offset, int $bytes): string
    {
        return fseek($archive, $offset) === 0 ? (string) stream_get_contents($archive, $bytes) : '';
    }

    /** @return array<string, int> */
    private static function numbers(string $form, string $bytes): array
    {
        $read = @unpack($form, $bytes);
        $numbers = [];
        foreach (explode('/', $form) as $part) {
            $name = substr($part, 1);
            $value = $read === false ? 0 : $read[$name] ?? 0;
            $numbers[$name] = is_int($value) ? $value : 0;
        }

        return $numbers;
    }
}
