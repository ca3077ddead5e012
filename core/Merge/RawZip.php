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
     * @return array<string, RawEntry> by name, without folders; of a name that is there twice the last
     *
     * @throws UnmergeableArchive
     */
    public static function entries($archive, string $called): array
    {
        fseek($archive, 0, SEEK_END);
        $length = (int) ftell($archive);
        $tail = self::at($archive, max(0, $length - self::END - self::COMMENT), self::END + self::COMMENT);
        $end = strrpos($tail, "PK\x05\x06");
        if ($end === false || strlen($tail) - $end < self::END) {
            throw UnmergeableArchive::because($called, 'it is no whole ZIP archive.');
        }
        $said = self::numbers('vcount/Vbytes/Voffset', substr($tail, $end + 10, 10));
        if ($said['count'] === 0xFFFF || $said['offset'] === self::WHOLE) {
            throw UnmergeableArchive::because($called, 'it is larger than the games of that time could read.');
        }
        $directory = self::at($archive, $said['offset'], $said['bytes']);
        $entries = [];
        for ($n = 0, $at = 0; $n < $said['count']; $n++) {
            if (substr($directory, $at, 4) !== "PK\x01\x02" || strlen($directory) < $at + 46) {
                throw UnmergeableArchive::because($called, 'its list of files is damaged.');
            }
            $one = self::numbers('vflags/vmethod/vtime/vdate/Vcrc/Vpacked/Vsize/vname/vextra/vcomment/vdisk/vinner/Vouter/Voffset', substr($directory, $at + 8, 38));
            $name = substr($directory, $at + 46, $one['name']);
            $at += 46 + $one['name'] + $one['extra'] + $one['comment'];
            if (str_ends_with($name, '/')) {
                continue;
            }
            if (($one['flags'] & 1) !== 0 || ! in_array($one['method'], [0, 8], true)) {
                throw UnmergeableArchive::because($called, "{$name} in it is encrypted, or packed in a way that those games do not read.");
            }
            if (in_array(self::WHOLE, [$one['packed'], $one['size'], $one['offset']], true)) {
                throw UnmergeableArchive::because($called, "{$name} in it is larger than the games of that time could read.");
            }
            $local = self::at($archive, $one['offset'], 30);
            if (! str_starts_with($local, "PK\x03\x04") || strlen($local) < 30) {
                throw UnmergeableArchive::because($called, "{$name} is not where its list says.");
            }
            $lengths = self::numbers('vname/vextra', substr($local, 26, 4));
            $from = $one['offset'] + 30 + $lengths['name'] + $lengths['extra'];
            if ($from + $one['packed'] > $length) {
                throw UnmergeableArchive::because($called, "{$name} is not whole.");
            }
            $entries[$name] = new RawEntry($name, $one['method'], $one['crc'], $one['packed'], $one['size'], $from);
        }

        return $entries;
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
