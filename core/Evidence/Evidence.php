<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

use Stasimon\Core\Place\Archive\Prefixed;
use ZipArchive;

/**
 * Reads out of archives what they run on. Classes for other runtimes in a multi-release archive, below META-INF/versions,
 * are left aside (JAR File Specification, "Multi-release JAR files"); libraries embedded in an archive count as its own.
 */
final readonly class Evidence
{
    /** A class file's magic number: The Java Virtual Machine Specification, section 4.1. */
    private const MAGIC = "\xCA\xFE\xBA\xBE";

    /** Bytes of an assembly or of an embedded archive that are read; larger ones say nothing. */
    private const LARGEST = 33_554_432;

    /** Entries that are looked at, and archives in archives. */
    private const ENTRIES = 100_000;

    private const DEPTH = 2;

    /**
     * @param  string  $path  of an archive that was found harmless
     */
    public function of(string $path): ArchiveFacts
    {
        return $this->read($path, self::DEPTH);
    }

    private function read(string $path, int $depth): ArchiveFacts
    {
        $zip = self::opened($path);
        if ($zip === null) {
            return new ArchiveFacts();
        }
        $found = new FoundInside();
        for ($i = 0; $i < min($zip->numFiles, self::ENTRIES); $i++) {
            $this->readEntry($zip, $i, $depth, $found);
        }
        $zip->close();

        return $found->facts();
    }

    private function readEntry(ZipArchive $zip, int $i, int $depth, FoundInside $found): void
    {
        $name = mb_scrub((string) $zip->getNameIndex($i));
        $kind = strtolower(pathinfo($name, PATHINFO_EXTENSION));
        if ($kind === 'class' && ! str_starts_with($name, 'META-INF/versions/')) {
            $of = self::levelOf((string) $zip->getFromIndex($i, 8));
            if ($of !== null && basename($name) !== 'module-info.class') {
                $found->atLevel($of, $name);
                $found->namespaces[strtr(dirname($name), '/', '.')] = true;
            }
        } elseif ($kind === 'dll') {
            $of = $this->isReadable($zip, $i) ? Assembly::frameworkOf((string) $zip->getFromIndex($i)) : null;
            if ($of !== null) {
                [$found->framework, $found->assembly] = $of > $found->framework ? [$of, $name] : [$found->framework, $found->assembly];
                $found->assemblies[pathinfo($name, PATHINFO_FILENAME)] = true;
            }
        } elseif ($kind === 'jar' && $depth > 0 && $this->isReadable($zip, $i)) {
            $inner = $this->inside((string) $zip->getFromIndex($i), $depth - 1);
            $found->embedded[$name] = $inner->manifest['implementation-version'] ?? ($inner->manifest['bundle-version'] ?? '');
            $found->atLevel($inner->level, "{$name}, {$inner->witness}");
            $found->namespaces += array_fill_keys($inner->namespaces, true);
        } elseif (strcasecmp($name, 'META-INF/MANIFEST.MF') === 0) {
            $found->manifest = Manifest::main((string) $zip->getFromIndex($i, 65_536));
        }
    }

    /** The archive, also one that begins with something else. */
    private static function opened(string $path): ?ZipArchive
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            $whole = Prefixed::without($path);
            $isOpen = $whole !== null && $zip->open($whole, ZipArchive::RDONLY) === true;
            $whole === null || unlink($whole);
            if (! $isOpen) {
                return null;
            }
        }

        return $zip;
    }

    /** The major version in a class file's head; null for what is not one. */
    public static function levelOf(string $head): ?int
    {
        return strlen($head) >= 8 && str_starts_with($head, self::MAGIC) ? ord($head[6]) * 256 + ord($head[7]) : null;
    }

    private function isReadable(ZipArchive $zip, int $index): bool
    {
        return ($zip->statIndex($index)['size'] ?? self::LARGEST) < self::LARGEST;
    }

    private function inside(string $bytes, int $depth): ArchiveFacts
    {
        $file = tempnam(sys_get_temp_dir(), 'stasimon');
        if ($file === false) {
            return new ArchiveFacts();
        }
        try {
            file_put_contents($file, $bytes);

            return $this->read($file, $depth);
        } finally {
            unlink($file);
        }
    }
}
