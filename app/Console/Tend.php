<?php

declare(strict_types=1);

namespace App\Console;

use App\Rehearsals\Play\Play;
use App\Work\Tending;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Sleep;
use Throwable;

/** Looks again and again for work whose worker is gone, and after the games that are played. */
final class Tend extends Command
{
    /** Seconds between two looks. */
    private const EVERY = 4;

    protected $signature = 'stasimon:tend {--once : look once, and end}';

    protected $description = 'End or hand out again the work of workers that are gone';

    public function handle(Tending $tending, Play $play): int
    {
        do {
            try {
                $play->look();
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
