<?php

declare(strict_types=1);

namespace App\Findings;

use App\Configs\ConfigList;
use App\Depots\Catalogue\CatalogueStamp;
use App\Games\Games;
use App\Models\Instance;
use App\Worlds\SeenWorlds;
use App\Worlds\Worlds;
use Stasimon\Core\Plan\PlanDocument;

/** What a look at an instance rests on, as a digest: while it is the same, so is what was found. */
final readonly class LookStamp
{
    public function __construct(private Games $games, private SeenWorlds $seenWorlds, private ConfigList $configs)
    {
    }

    /** @param  Instance  $instance  with lastRehearsal; its worlds are seen by the way */
    public function of(Instance $instance): string
    {
        $worlds = (new Worlds($this->games->get($instance->plan->base->game)))->of($instance);
        $this->seenWorlds->see($instance, array_map(strval(...), array_keys($worlds)));
        $rehearsal = $instance->lastRehearsal;

        return hash(
            'xxh128',
            CatalogueStamp::now().
                json_encode($worlds, JSON_INVALID_UTF8_SUBSTITUTE).
                $this->configs->stamp($instance).
                PlanDocument::write($instance->plan).
                $instance->applied_at?->format('U').
                " {$instance->applies}".
                $rehearsal?->number.
                $rehearsal?->state->value.
                Findings::VERSION,
        );
    }
}
