<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Cage\StrangersFiles;
use App\Refusal\Refusal;
use App\Store\Store;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Pictures that archives have of themselves, as their descriptors name them; looked for in what was applied. */
final readonly class OwnPictures
{
    public function __construct(private Store $store, private StrangersFiles $reading)
    {
    }

    /** Packages whose archive names a picture that was not looked for yet. */
    public static function wanted(): Builder
    {
        return DB::table('placed_releases')
            ->join('archives', 'archives.sha256', '=', 'placed_releases.sha256')
            ->leftJoin('pictures as own', function ($join): void {
                $join->on('own.package_id', '=', 'placed_releases.package_id')->where('own.place', Pictures::WITHIN);
            })
            ->whereRaw("coalesce(archives.says->>'picture', '') <> ''")
            ->whereNotExists(
                DB::table('placed_releases as held')
                    ->whereColumn('held.package_id', 'own.package_id')
                    ->whereColumn('held.sha256', 'own.archive')
                    ->selectRaw('1'),
            );
    }

    /** @param  int  $most  archives that are looked into */
    public function take(int $most): void
    {
        $wanted = self::wanted()
            ->selectRaw("placed_releases.package_id, placed_releases.name, archives.sha256, archives.says->>'picture' as path")
            ->limit($most)
            ->get();
        // What is shown stays as long as an instance holds the archive that it is of.
        foreach ($wanted->unique('package_id') as $one) {
            $scaled = $this->scaled((string) $one->sha256, (string) $one->path, (string) $one->name);
            $digest = $scaled === null ? null : hash('sha256', $scaled);
            $digest === null || Pictures::keep($digest, (string) $scaled);
            DB::table('pictures')->upsert(
                [
                    'package_id' => $one->package_id,
                    'place' => Pictures::WITHIN,
                    'path' => mb_substr((string) $one->path, 0, 1000),
                    'size' => strlen((string) $scaled),
                    'sha256' => $digest,
                    'archive' => $one->sha256,
                ],
                ['package_id', 'place'],
            );
        }
    }

    /** Nothing for what is no picture. */
    private function scaled(string $archive, string $path, string $name): ?string
    {
        try {
            return $this->reading->text(PictureWithin::class, "The picture of {$name}", $this->store->path($archive), $path);
        } catch (Refusal|UnsafeArchive) {
            return null;
        }
    }
}
