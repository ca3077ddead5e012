<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use App\Models\PlacedRelease;
use App\Models\WhyThere;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Resolve\Selected;

/** The rows that say what an apply lays. */
final readonly class PlacedRows
{
    /**
     * @param  list<LaidFile>  $files
     * @return list<PlacedRelease> not kept yet
     */
    public static function of(LineUp $lineUp, array $files, Placement $placement): array
    {
        $paths = [];
        foreach ($files as $file) {
            $paths[$file->package] ??= $file->path;
        }
        $documents = $lineUp->catalogue->documents($lineUp->resolved?->versions() ?? []);
        $rows = [];
        foreach ($lineUp->resolved->selection ?? [] as $selected) {
            $id = $selected->package->id;
            $file = in_array($selected, $lineUp->withFiles(), true) ? $lineUp->fileOf($selected) : null;
            $rows[] = new PlacedRelease([
                'package_id' => $id,
                'name' => $selected->package->title(),
                'kind' => $selected->package->kind->value,
                'version' => $selected->release->version,
                'side' => $lineUp->catalogue->sideOf($id),
                'because' => WhyThere::of($selected),
                'path' => self::path($selected, $lineUp, $placement, $paths[$id] ?? null),
                'size' => $file->size ?? 0,
                'sha256' => $file?->sha256,
                'file_name' => $file?->name,
                'content' => $file?->content,
                'depot' => $file?->depot(),
                'document' => $documents[$id] ?? null,
            ]);
        }

        return $rows;
    }

    /**
     * Where a release lies: in the archive that it is merged into, in the folder that it is unpacked to, or as a file.
     *
     * @param  string|null  $first  of the paths that are laid for it
     */
    private static function path(Selected $selected, LineUp $lineUp, Placement $placement, ?string $first): ?string
    {
        if (! in_array($selected, $lineUp->withFiles(), true)) {
            return null;
        }
        if (Merging::isMerged($selected, $lineUp)) {
            return Merging::formOf($lineUp)?->archive;
        }
        $place = $placement->placeOf($selected->package->kind, $lineUp->fileOf($selected)->name);

        // Where each has a folder of its own, that is the one below the place.
        $own = $place->each ? explode('/', substr((string) $first, strlen($place->folder) + 1))[0] : '';

        return $place->unpack ? rtrim("{$place->folder}/{$own}", '/') : $first ?? $place->folder;
    }
}
