<?php

declare(strict_types=1);

namespace App\Notices;

use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeKind;

/** What launches here have shown: kept as notices, told in every other instance, and forgotten once a launch shows otherwise. */
final class Observations
{
    /** What a failure that is told of says. */
    private const FAILED = 'the game failed with it here';

    private const CAME_UP = 'it came up here, though it does not say that it is for this';

    /**
     * A launch failed, and its log says of what.
     *
     * @param  non-empty-list<string>  $suspects  packages, the one most at fault first
     * @param  array<string, string>  $versions  package id => version, of what was launched
     * @param  string  $game  its id
     * @param  string  $version  of the game
     */
    public static function failed(array $suspects, array $versions, string $game, string $version, Catalogue $catalogue): void
    {
        $exactly = fn (string $id): string => $catalogue->package($id)?->exactly($versions[$id]) ?? "={$versions[$id]}";
        $there = array_values(array_filter($suspects, fn (string $id): bool => isset($versions[$id])));
        if ($there === []) {
            return;
        }
        $others = array_slice($there, 1, 2);
        self::keep(new Notice(
            $there[0],
            NoticeKind::Caution,
            self::FAILED." on {$version}",
            $exactly($there[0]),
            $game,
            "={$version}",
            array_combine($others, array_map($exactly, $others)),
        ));
    }

    /**
     * A launch came up: what was seen otherwise of the same releases, or of older ones of these packages, is forgotten.
     *
     * @param  array<string, string>  $versions
     * @param  list<string>  $waived  packages that came up though a limit of theirs is waived
     */
    public static function cameUp(array $versions, array $waived, string $game, string $version, Catalogue $catalogue): void
    {
        $seen = DB::table('notices')
            ->where('by', Origin::Launch->value)
            ->where('kind', NoticeKind::Caution->value)
            ->where('game', $game)
            ->where('versions', "={$version}")
            ->whereIn('package_id', array_map(strval(...), array_keys($versions)))
            ->exists();
        foreach ($seen ? KnownNotices::about(array_map(strval(...), array_keys($versions)), $catalogue) : [] as $one) {
            $isOfHere = $one->origin === Origin::Launch && $one->notice->game === $game && $one->notice->versions === "={$version}";
            if ($isOfHere && ($one->notice->holds($versions, $catalogue) || self::isOlder($one->notice, $versions, $catalogue))) {
                DB::table('notices')->where('id', $one->id)->delete();
            }
        }
        foreach ($waived as $id) {
            if (isset($versions[$id])) {
                $exactly = $catalogue->package($id)?->exactly($versions[$id]) ?? "={$versions[$id]}";
                self::keep(new Notice($id, NoticeKind::Fine, self::CAME_UP, $exactly, $game, "={$version}"));
            }
        }
    }

    /** @param  array<string, string>  $versions */
    private static function isOlder(Notice $notice, array $versions, Catalogue $catalogue): bool
    {
        $package = $catalogue->package($notice->about);
        $positions = $package === null ? [] : $notice->of($package)->positions();

        return $notice->kind === NoticeKind::Caution &&
            $package !== null &&
            $positions !== [] &&
            max($positions) < ($package->positionOf($versions[$notice->about]) ?? -1);
    }

    /** The same as before is counted, and not said twice. */
    private static function keep(Notice $notice): void
    {
        $row = KnownNotices::row($notice);
        $same = DB::table('notices')
            ->where('by', Origin::Launch->value)
            ->where(array_intersect_key($row, ['package_id' => 1, 'kind' => 1, 'releases' => 1, 'game' => 1, 'versions' => 1]))
            ->whereRaw('beside is not distinct from ?::jsonb', [$row['beside']])
            ->value('id');
        $today = ['said' => now()->toDateString()];
        $same === null
            ? DB::table('notices')->insert(['by' => Origin::Launch->value] + $today + $row)
            : DB::table('notices')->where('id', $same)->increment('times', 1, $today);
    }
}
