<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Depots\Catalogue\Bulk;
use App\Models\TaskKind;
use App\Store\FullDisk;
use App\Work\Tasks;
use Illuminate\Support\Facades\DB;

/**
 * Pictures of packages as their depots have them, or else as their own archives do. They are kept here, scaled; nothing on a page is
 * linked to anywhere else. Those that are asked for and are not here are fetched by a worker.
 */
final class Pictures
{
    /** The place of a picture that a package's own archive has; that of its depot is at 0, and shots are at those after it. */
    public const WITHIN = -1;

    /** @var array<string, array<int, string>> package id => SHA-256 of its pictures by their places */
    private array $known = [];

    /** @var list<string> SHA-256 of those that were looked for and are not here */
    private array $missing = [];

    public function __construct(private readonly Tasks $tasks)
    {
    }

    /**
     * Looks for those of several packages at once.
     *
     * @param  array<string>  $ids
     */
    public function of(array $ids): void
    {
        $ids = array_values(array_diff($ids, array_map(strval(...), array_keys($this->known))));
        if ($ids === []) {
            return;
        }
        $this->known += array_fill_keys($ids, []);
        $rows = DB::table('pictures')
            ->whereRaw('package_id = any(?::text[])', [Bulk::list($ids)])
            ->whereNotNull('sha256')
            ->orderBy('place')
            ->get(['package_id', 'place', 'sha256']);
        $missing = [];
        foreach ($rows as $row) {
            $this->known[(string) $row->package_id][(int) $row->place] = (string) $row->sha256;
            is_file(self::path($row->sha256)) || (int) $row->place !== 0 || ($missing[] = $row->sha256);
        }
        $this->want($missing);
    }

    /**
     * Has them fetched; that is seen to once the page is sent.
     *
     * @param  list<string>  $digests
     */
    private function want(array $digests): void
    {
        if ($digests !== []) {
            array_push($this->missing, ...$digests);
            defer(fn () => $this->ask(), self::class);
        }
    }

    private function ask(): void
    {
        $new = array_diff($this->missing, DB::table('picture_wants')->whereIn('sha256', $this->missing)->pluck('sha256')->all());
        $this->missing = [];
        if ($new !== []) {
            DB::table('picture_wants')->insertOrIgnore(array_map(fn (string $one): array => ['sha256' => $one], array_values($new)));
            $this->tasks->once(TaskKind::Pictures);
        }
    }

    /** The address of a package's picture; nothing where it has none here. */
    public function address(string $package): string
    {
        $this->of([$package]);
        foreach ([0, self::WITHIN] as $place) {
            $digest = $this->known[$package][$place] ?? '';
            if ($digest !== '' && is_file(self::path($digest))) {
                return route('pictures', $digest, false);
            }
        }

        return '';
    }

    /** @return list<string> addresses of shots of it; those that are not here yet are fetched */
    public function shots(string $package): array
    {
        $this->of([$package]);
        $shots = array_filter($this->known[$package] ?? [], fn (int $place): bool => $place > 0, ARRAY_FILTER_USE_KEY);
        $this->want(array_values(array_filter($shots, fn (string $one): bool => ! is_file(self::path($one)))));
        $here = array_filter($shots, fn (string $one): bool => is_file(self::path($one)));

        return array_values(array_map(fn (string $one): string => route('pictures', $one, false), $here));
    }

    /** Has the archives looked into that were laid since, for pictures of their own. */
    public function look(): void
    {
        OwnPictures::wanted()->exists() && $this->tasks->once(TaskKind::Pictures);
    }

    public static function keep(string $digest, string $picture): void
    {
        $to = self::path($digest);
        if (@file_put_contents("{$to}.new", $picture) !== strlen($picture) || ! rename("{$to}.new", $to)) {
            throw FullDisk::writing('a picture');
        }
    }

    /** Where one is kept. */
    public static function path(string $digest): string
    {
        return config('stasimon.var')."/pictures/{$digest}.png";
    }
}
