<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Bundles;

use App\Depots\Protocol\Asking\Guarded;
use App\Depots\Protocol\Files\Describing;
use App\Depots\Protocol\Files\FileRow;
use App\Depots\Protocol\Files\RangeReading;
use App\Depots\Protocol\Files\Reading;
use App\Depots\Protocol\Files\Said;
use App\Refusal\Refusal;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use ZipArchive;

/** Finds out what bundles are from what their index says of them; the files themselves need not come. */
final readonly class ManifestReading implements Reading
{
    public function __construct(private Describing $describing, private RangeReading $files)
    {
    }

    public function stamp(): string
    {
        return $this->describing->stamp();
    }

    public function read(Guarded $asked, array $entries): array
    {
        $rows = $said = [];
        foreach ($entries as $i => $entry) {
            try {
                $said[$i] = Said::described($this->describing->of(self::archive($entry->document), $entry->path));
            } catch (UnreadableDescriptor|UnsafeArchive|Refusal $failure) {
                $rows[$i] = FileRow::unusable($entry, $failure->getMessage(), max(1, $entry->size ?? 1));
            }
        }
        $rows += $this->files->digested($asked, array_intersect_key($entries, $said), $said, []);
        ksort($rows);

        return array_values($rows);
    }

    private static function archive(string $manifest): string
    {
        $path = (string) tempnam(is_writable('/dev/shm') ? '/dev/shm' : sys_get_temp_dir(), 'index');
        try {
            $zip = new ZipArchive();
            $zip->open($path, ZipArchive::OVERWRITE);
            $zip->addFromString('META-INF/MANIFEST.MF', $manifest);
            $zip->close();

            return (string) file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }
}
