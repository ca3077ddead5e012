<?php

declare(strict_types=1);

namespace App\View\Find;

use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** How downloads of packages grew since they were counted here before. */
final readonly class Trends
{
    /** @param  array<string, array{int, int}>  $before  package id => downloads at an earlier count, and how many days ago that was */
    private function __construct(private array $before)
    {
    }

    /** @param  list<string>  $ids */
    public static function of(array $ids): self
    {
        $before = [];
        $rows = DB::table('package_course')
            ->whereIn('package_id', $ids)
            ->selectRaw('package_id, coalesce(downloads_before, downloads_then) as downloads, coalesce(before_at, then_at) as at')
            ->get();
        foreach ($rows as $row) {
            $before[(string) $row->package_id] = [(int) $row->downloads, (int) Carbon::parse($row->at)->diffInDays()];
        }

        return new self($before);
    }

    /** "+1,204 in 9 days"; nothing where it was not counted a day ago, or not with fewer. */
    public function words(string $id, int $now): string
    {
        [$then, $days] = $this->before[$id] ?? [$now, 0];

        return $days < 1 || $now <= $then ? '' : '+'.number_format($now - $then).' in '.($days === 1 ? '1 day' : "{$days} days");
    }
}
