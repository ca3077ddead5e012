<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

use Normalizer;
use Stasimon\Core\Document\Limits;

/** Names in archives, made into paths that stay where they are put on every system that people play on. */
final class EntryName
{
    /** The longest name of one file or folder that common file systems take, in bytes. Common practice. */
    private const LONGEST_PART = 255;

    /**
     * @return string  relative, with forward slashes, without "." parts; a folder ends with a slash
     *
     * @throws UnsafeArchive
     */
    public static function safe(string $archive, string $name): string
    {
        $shown = UnsafeArchive::shown($name);
        if ($name === '' || preg_match('//u', $name) !== 1) {
            throw UnsafeArchive::because($archive, "the name {$shown} in it is not a text.");
        }
        if (preg_match('/[\p{Cc}\x{200e}\x{200f}\x{202a}-\x{202e}\x{2066}-\x{2069}]/u', $name) === 1) {
            throw UnsafeArchive::because($archive, "the name {$shown} in it has characters that cannot be seen.");
        }
        $path = str_replace('\\', '/', $name);
        if (str_starts_with($path, '/')) {
            throw UnsafeArchive::because($archive, "{$shown} in it is an absolute path.");
        }
        if (str_contains($path, ':')) {
            throw UnsafeArchive::because($archive, "{$shown} in it names a drive or a hidden stream.");
        }
        if (strlen($path) > Limits::PATH) {
            throw UnsafeArchive::because($archive, "the name {$shown} in it is longer than ".Limits::PATH.' bytes.');
        }
        $parts = [];
        foreach (explode('/', rtrim($path, '/')) as $part) {
            if ($part === '.' || $part === '') {
                continue;
            }
            self::checkPart($archive, $shown, $part);
            $parts[] = $part;
        }

        if (count($parts) > Limits::DEPTH) {
            throw UnsafeArchive::because($archive, "{$shown} in it is more than ".Limits::DEPTH.' folders deep.');
        }

        return implode('/', $parts).(str_ends_with($path, '/') ? '/' : '');
    }

    private static function checkPart(string $archive, string $shown, string $part): void
    {
        if ($part === '..') {
            throw UnsafeArchive::because($archive, "{$shown} in it leads out of its folder.");
        }
        if (strlen($part) > self::LONGEST_PART) {
            throw UnsafeArchive::because($archive, "the name {$shown} in it is longer than ".self::LONGEST_PART.' bytes.');
        }
        if (str_ends_with($part, '.') || str_ends_with($part, ' ')) {
            throw UnsafeArchive::because($archive, "{$shown} in it ends with a dot or a space, which some systems drop.");
        }
        // Naming Files, Paths, and Namespaces (Microsoft): reserved device names, with or without an extension.
        if (preg_match('/^(con|prn|aux|nul|conin\$|conout\$|(com|lpt)[0-9¹²³])\s*(\.|$)/iu', $part) === 1) {
            throw UnsafeArchive::because($archive, "{$shown} in it is the name of a device.");
        }
    }

    /** The same for names that a file system may take for one: differing in case, or in how letters are composed. */
    public static function key(string $path): string
    {
        $composed = Normalizer::normalize($path, Normalizer::FORM_KC);

        return mb_convert_case(is_string($composed) ? $composed : $path, MB_CASE_FOLD);
    }
}
