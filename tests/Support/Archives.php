<?php

declare(strict_types=1);

namespace Tests\Support;

use ZipArchive;

/** ZIP archives for tests. */
final class Archives
{
    /**
     * A file with them; whoever asks takes it away.
     *
     * @param  array<string, string>  $entries  name => content
     */
    public static function file(array $entries, int $method = ZipArchive::CM_DEFLATE): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'archive');
        $zip = new ZipArchive;
        $zip->open($file, ZipArchive::OVERWRITE);
        foreach ($entries as $name => $content) {
            $zip->addFromString((string) $name, $content);
            $zip->setCompressionName((string) $name, $method);
        }
        $zip->close();

        return $file;
    }

    /** @param  array<string, string>  $entries  name => content */
    public static function bytes(array $entries): string
    {
        $file = self::file($entries);
        try {
            return (string) file_get_contents($file);
        } finally {
            unlink($file);
        }
    }

    /**
     * One that is open to be read, and gone with its handle.
     *
     * @param  array<string, string>  $entries  name => content
     * @return resource
     */
    public static function open(array $entries, int $method = ZipArchive::CM_DEFLATE)
    {
        $file = self::file($entries, $method);
        $open = fopen($file, 'rb');
        unlink($file);

        return $open === false ? throw new \RuntimeException('The archive was not to be opened.') : $open;
    }
}
