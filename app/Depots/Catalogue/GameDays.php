<?php

declare(strict_types=1);

namespace App\Depots\Catalogue;

use DateTimeImmutable;
use Illuminate\Support\Facades\Cache;
use Stasimon\Core\Explain\Following\Following;

/** Since when each version of a game is there, which every package is held against: kept until the depots say something else. */
final class GameDays
{
    public static function following(DepotCatalogue $catalogue): Following
    {
        $game = $catalogue->game->packages()[0];
        $days = Cache::remember(
            'game-days:'.
                $game->id.
                ':'.
                hash(
                    'xxh128',
                    CatalogueStamp::now().
                        ' '.
                        implode(' ', [...$game->timeline->texts(), ...array_column($catalogue->game->loaders, 'id')]),
                ),
            now()->addDay(),
            fn (): array => array_map(
                fn (DateTimeImmutable $day): string => $day->format('c'),
                Following::began($game, $catalogue->loaders()),
            ),
        );

        return new Following(
            $game,
            array_map(fn (string $day): DateTimeImmutable => new DateTimeImmutable($day), $days),
            now()->toDateTimeImmutable(),
        );
    }
}
