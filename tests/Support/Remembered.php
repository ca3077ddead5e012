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
 * The demo's depots as they were read first: hundreds of tests begin with them, and reading them anew each time costs more than
 * most of them. They are read anew where anything that their reading rests on is otherwise than then.
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

    /** @param  array<string, Closure(): Depot>  $reading  slug => reads that depot, in this order */
    public static function depots(array $reading): void
    {
        // What is not taken back by the end of a test begins its numbers anew.
        if (DB::transactionLevel() === 0 || Depot::query()->where('shelf', false)->exists() || DB::table('packages')->exists()) {
            array_map(fn (Closure $read): Depot => $read(), $reading);

            return;
        }
        $key = self::key(array_keys($reading));
        if (isset(self::$rows[$key])) {
            foreach (array_keys($reading) as $_) {
                Task::query()->create(['kind' => 'sync', 'state' => 'done']);
            }
            foreach (array_filter(self::$rows[$key]) as $table => $rows) {
                DB::connection()->getPdo()->pgsqlCopyFromArray($table, $rows);
            }
            DB::table('depots')->where('shelf', false)->update(['synced_at' => now()]);

            return;
        }
        array_map(fn (Closure $read): Depot => $read(), $reading);
        foreach (self::TABLES as $table) {
            $which = $table === 'depots' ? '(select * from depots where not shelf)' : $table;
            self::$rows[$key][$table] = DB::connection()->getPdo()->pgsqlCopyToArray($which) ?: [];
        }
    }

    /**
     * Stands for the depots' files, for where they are, and for the games that their packages are looked at for.
     *
     * @param  list<string>  $slugs
     */
    private static function key(array $slugs): string
    {
        $games = app(Games::class);
        $documents = array_map(fn (GameDefinition $game): string => $games->document($game->id), $games->all());
        $seen = [$slugs, config('stasimon.demo_depots'), $documents];
        $folders = array_map(fn (string $slug): string => config('stasimon.var')."/depots/{$slug}", $slugs);
        foreach (Finder::create()->files()->in($folders) as $file) {
            $seen[] = [$file->getPathname(), $file->getMTime(), $file->getSize()];
        }

        return hash('xxh128', serialize($seen));
    }
}
