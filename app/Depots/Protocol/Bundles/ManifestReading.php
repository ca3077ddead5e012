<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Bundles;

use App\Depots\Protocol\Asking\Guarded;
use App\Depots\Protocol\Files\Describing;
use App\Depots\Protocol\Files\Entry;
use App\Depots\Protocol\Files\FileRow;
use App\Depots\Protocol\Files\RangeReading;
use App\Depots\Protocol\Files\Reading;
use App\Depots\Protocol\Files\Said;
use App\Refusal\Refusal;
use Stasimon\Core\Evidence\Descriptor\Described;
use Stasimon\Core\Evidence\Descriptor\UnreadableDescriptor;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use ZipArchive;

/**
 * Finds out what bundles are from what their index says of them; the files themselves need not come. Of one of which it does not say
 * where it runs, parts come: an index has no Bundle-RequiredExecutionEnvironment.
 */
final readonly class ManifestReading implements Reading
{
    private const MANIFEST = 'META-INF/MANIFEST.MF';

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
        $isKnown = $this->describing->isWanted(self::MANIFEST, 1);
        $unknown = $isKnown ? null : 'No game that is known here reads bundles; teach one under Games.';
        $isOpen = fn (Entry $entry): bool => ! str_contains($entry->document, 'osgi.ee');
        $described = $this->files->describe($asked, array_filter($entries, $isOpen));
        foreach ($entries as $i => $entry) {
            $own = $described[$i][0] ?? null;
            $why = RangeReading::refused($entry->path) ?? $unknown;
            try {
                $why === null || throw new UnreadableDescriptor($why);
                $own = $own instanceof Described ? $own : $this->describing->of(self::archive($entry->document), $entry->path);
                $said[$i] = Said::described($own);
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
            $zip->addFromString(self::MANIFEST, $manifest);
            $zip->close();

            return (string) file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }
}
