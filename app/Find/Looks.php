<?php

declare(strict_types=1);

namespace App\Find;

use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** When somebody last looked for packages of a game: what came since is new to them. */
final readonly class Looks
{
    /** Minutes after which looking again is another look. */
    private const PAUSE = 30;

    /** Notes that somebody looks now; what was new when this look began stays new while it goes on. */
    public function note(string $game): void
    {
        DB::statement(
            'insert into looks as kept (game, at) values (?, now()) on conflict (game) do update set '.
            "before = case when kept.at < now() - interval '".self::PAUSE." minutes' then kept.at else kept.before end, at = now()",
            [$game],
        );
    }

    /** When somebody looked before this time; null where this is the first. */
    public function before(string $game): ?Carbon
    {
        $before = DB::table('looks')->where('game', $game)->value('before');

        return is_string($before) ? Carbon::parse($before) : null;
    }
}
