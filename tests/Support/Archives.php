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
    public static function file(array $entries): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'archive');
        $zip = new ZipArchive;
        $zip->open($file, ZipArchive::OVERWRITE);
        foreach ($entries as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();

        return $file;
    }
}
