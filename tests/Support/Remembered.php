<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Depots\Depot;
use App\Games\Games;
use App\Models\Task;
use Closure;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Game\GameDefinition;
use Symfony\Component\Finder\Finder;

/**
 * The demo depot as it was read first: hundreds of tests begin with it, and reading it anew each time costs more than most of them.
 * It is read anew where anything that its reading rests on is otherwise than then.
 */
final class Remembered
{
    private const TABLES = [
        'depots',
        'packages',
        'sources',
        'releases',
        'mentions',
        'notices',
        'pictures',
        'holdings',
        'subjects',
        'package_course',
        'identities',
        'depot_packs',
    ];

    /** @var array<string, array<string, list<string>>> what each reading led to: table => rows */
    private static array $rows = [];

    /** @param  Closure(): Depot  $read */
    public static function depot(Closure $read): Depot
    {
        // What is not taken back by the end of a test begins its numbers anew.
        if (DB::transactionLevel() === 0 || Depot::query()->where('shelf', false)->exists() || DB::table('packages')->exists()) {
            return $read();
        }
        $key = self::key();
        if (isset(self::$rows[$key])) {
            Task::query()->create(['kind' => 'sync', 'state' => 'done']);
            foreach (array_filter(self::$rows[$key]) as $table => $rows) {
                DB::connection()->getPdo()->pgsqlCopyFromArray($table, $rows);
            }
            DB::table('depots')->where('slug', 'slipway')->update(['synced_at' => now()]);

            return Depot::query()->where('slug', 'slipway')->firstOrFail();
        }
        $depot = $read();
        foreach (self::TABLES as $table) {
            $which = $table === 'depots' ? "(select * from depots where id = {$depot->id})" : $table;
            self::$rows[$key][$table] = DB::connection()->getPdo()->pgsqlCopyToArray($which) ?: [];
        }

        return $depot;
    }

    /** Stands for the depot's files, for where it is, and for the games that its packages are looked at for. */
    private static function key(): string
    {
        $games = app(Games::class);
        $documents = array_map(fn (GameDefinition $game): string => $games->document($game->id), $games->all());
        $seen = [config('stasimon.demo_depots.Slipway'), $documents];
        foreach (Finder::create()->files()->in(config('stasimon.var').'/depots/slipway') as $file) {
            $seen[] = [$file->getPathname(), $file->getMTime(), $file->getSize()];
        }

        return hash('xxh128', serialize($seen));
    }
}
