<?php

declare(strict_types=1);

namespace App\Cleaning;

use App\Games\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Worlds\Worlds;
use Stasimon\Core\Catalogue\Kind;

/** Libraries that somebody asked for once, and that nothing in the line-up needs any more, nor any world. */
final readonly class Unused
{
    public function __construct(private Games $games)
    {
    }

    /** @return list<array{id: string, name: string, bytes: int, megabytes: int}> megabytes: of memory, by the game's rule of thumb */
    public function of(Instance $instance): array
    {
        $game = $this->games->get($instance->plan->base->game);
        $inWorlds = array_merge([], ...array_values((new Worlds($game))->of($instance)));
        $unused = [];
        foreach ($instance->placed as $placed) {
            /** @var PlacedRelease $placed */
            if (
                $placed->kind === Kind::Library->value &&
                $placed->because->isWanted &&
                $placed->because->needed === [] &&
                ! isset($inWorlds[$placed->package_id])
            ) {
                $unused[] = [
                    'id' => $placed->package_id,
                    'name' => $placed->name,
                    'bytes' => $placed->size,
                    'megabytes' => $game->memoryRule->over([Kind::Library])->least - $game->memoryRule->over([])->least,
                ];
            }
        }

        return $unused;
    }
}
