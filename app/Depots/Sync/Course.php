<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use Illuminate\Support\Facades\DB;

/**
 * How packages came along: when the newest release of each came to be known here, and what its depots counted of downloads some
 * time ago. Depots say only how many there are now.
 */
final readonly class Course
{
    /** Days between two counts that are kept. */
    private const APART = 15;

    /** Notes how the packages stand now, as far as that is new. */
    public function note(): void
    {
        $isDue = 'course.then_at < now() - interval \''.self::APART.' days\'';
        DB::insert("insert into package_course as course (package_id, newest_at, published_at, downloads_then, then_at)
            select id, now(), published_at, downloads, now() from packages
            on conflict (package_id) do update set
                newest_at = case when excluded.published_at > course.published_at then now() else course.newest_at end,
                published_at = excluded.published_at,
                downloads_before = case when {$isDue} then course.downloads_then else course.downloads_before end,
                before_at = case when {$isDue} then course.then_at else course.before_at end,
                downloads_then = case when {$isDue} then excluded.downloads_then else course.downloads_then end,
                then_at = case when {$isDue} then now() else course.then_at end
            where excluded.published_at is distinct from course.published_at or {$isDue}");
    }
}
