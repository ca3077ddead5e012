<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Games\Games;
use App\Worlds\SeenWorlds;
use App\Worlds\Worlds;

/** A world that was there is not in the folder any more, and nobody has put it away here. */
final readonly class WorldsGone implements FindingRule
{
    public function __construct(private Games $games, private SeenWorlds $seenWorlds)
    {
    }

    public static function called(): string
    {
        return 'Worlds that are gone';
    }

    public static function help(): string
    {
        return 'A world that was seen here is not in the folder any more, and it was not put away from here. Where a '.
            'backup has it, it can be put back.';
    }

    public function findings(Seen $seen): array
    {
        $game = $this->games->get($seen->plan->base->game);
        $there = array_map(strval(...), array_keys((new Worlds($game))->of($seen->instance)));
        $findings = [];
        foreach ($this->seenWorlds->gone($seen->instance, $there) as $name => $at) {
            $name = (string) $name;
            $backup = $this->seenWorlds->backupOf($seen->instance, $name);
            // A draft that puts it back, or all of them as they were, answers it.
            if ($seen->isDraft && $seen->plan->once->worlds !== 0 && in_array($seen->plan->once->world, ['', $name], true)) {
                continue;
            }
            $kept = $backup === null ? ' No backup has it.' : " A backup of {$backup->made_at->diffForHumans()} has it.";
            $back =
                $backup === null
                    ? []
                    : [
                        new Remedy(
                            'Put it back as it was then',
                            'as a draft',
                            'worlds.put-back',
                            [$seen->instance->id, $backup->id],
                            ['world' => $name],
                        ),
                    ];
            $findings[] = new Finding(
                Level::Breaks,
                "The world {$name} is gone",
                "It was seen {$at->diffForHumans()}, and is not in the folder of worlds now. It was not put away here.{$kept}",
                null,
                [
                    ...$back,
                    new Remedy('It is meant to be gone', 'not told again', 'worlds.let-go', [$seen->instance->id], ['world' => $name]),
                ],
            );
        }

        return $findings;
    }
}
