<?php

declare(strict_types=1);

namespace App\Console;

use App\Depots\Sync\Schedule;
use App\Models\WishList;
use App\Moving\Grid;
use App\Moving\Watching;
use App\Notices\NoticeLists;
use App\Packs\Sets\Sharing;
use App\Packs\Sets\Subscriptions;
use App\Rehearsals\Play\Play;
use App\Rehearsals\UntilItLaunches;
use App\Shelf\Incoming;
use App\Shelf\Uploads;
use App\Telling\Tellings;
use App\Work\Tending;
use App\Worlds\KeptByTheClock;
use App\Worlds\Worlds;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Sleep;
use Throwable;

/** Looks again and again for work whose worker is gone, after games that are played, depots that are due, and what is waited for. */
final class Tend extends Command
{
    /** Seconds between two looks. */
    private const EVERY = 4;

    protected $signature = 'stasimon:tend {--once : look once, and end}';

    protected $description = 'End or hand out again the work of workers that are gone';

    public function handle(
        Tending $tending,
        Play $play,
        Schedule $schedule,
        Watching $watching,
        Grid $grid,
        KeptByTheClock $keeping,
        UntilItLaunches $building,
        NoticeLists $lists,
        Sharing $sharing,
        Subscriptions $subscriptions,
    ): int {
        do {
            try {
                $play->look();
                $schedule->look();
                $keeping->look();
                $building->look();
                $lists->look();
                $sharing->look();
                $subscriptions->look();
                Worlds::eraseOld();
                Incoming::eraseOld();
                Uploads::eraseOld();
                Tellings::forgetOld();
                $watching->lists()->each(fn (WishList $list) => $grid->heed($list));
                foreach ($tending->look() as $sentence) {
                    $this->line(now()->toIso8601String()." {$sentence}");
                }
            } catch (Throwable $failure) {
                // The database is away; it will be back.
                DB::purge();
                $this->line(now()->toIso8601String().' '.$failure->getMessage());
            }
            if (! $this->option('once')) {
                Sleep::for(self::EVERY)->seconds();
            }
        } while (! $this->option('once'));

        return self::SUCCESS;
    }
}
