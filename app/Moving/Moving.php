<?php

declare(strict_types=1);

namespace App\Moving;

use App\Depots\Catalogue\DepotCatalogue;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Instance;
use App\Models\WishCell;
use App\Models\WishList;
use App\Work\Tasks;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;

/** Makes an instance on a base that was found: new, or beside the one that it is moved from. Nothing is ever changed in place. */
final readonly class Moving
{
    public function __construct(private Games $games, private Drafting $drafting, private CopyOwn $copy)
    {
    }

    /** Asks for what an instance's base holds of a list; for all of it where that is not known. */
    public function fill(Instance $instance, WishList $list): void
    {
        $base = $instance->plan->base;
        $kept = $list->cells()->where('version', $base->gameVersion)->where('loader', $base->loader)->first()?->detail['kept'];
        $wants = array_values(
            array_filter(Wishes::of($list), fn (int $index): bool => $kept === null || in_array($index, $kept, true), ARRAY_FILTER_USE_KEY),
        );
        $this->drafting->step($instance, fn (Plan $plan): Plan => new Plan($plan->base, $wants, waivers: $plan->waivers));
    }

    /** @param  list<string>  $worlds  of the instance that is moved, which are copied */
    public function make(WishList $list, WishCell $cell, string $name, array $worlds = []): Instance
    {
        $from = $list->instance;
        $from === null ? null : Tasks::refuseWhilePlayed($from);
        $game = $this->games->get($list->game);
        $wants = Wishes::of($list);
        $kept = array_values(
            array_filter($wants, fn (int $index): bool => in_array($index, $cell->detail['kept'], true), ARRAY_FILTER_USE_KEY),
        );
        $waiting = array_values(array_udiff($wants, $kept, fn (Want $a, Want $b): int => $a->id <=> $b->id));
        $plan = (new Bases($game, new DepotCatalogue($game)))->plan(
            $cell->version,
            $cell->loader,
            $cell->detail['build'],
            $cell->detail['versions'][$game->runtimeId] ?? null,
            $from?->plan->base->memory,
        );
        $instance = Instance::query()->create(['name' => mb_substr($name, 0, Limits::NAME), 'plan' => $plan, 'moved_from' => $from?->id]);
        $this->drafting->step(
            $instance,
            fn (Plan $plan): Plan => self::moved($plan, $from?->plan, $kept, $waiting),
        );
        if ($from !== null) {
            $this->copy->start($from, $instance, $worlds);
        }

        return $instance;
    }

    /**
     * A new base with what goes on from the old one.
     *
     * @param  list<Want>  $kept
     * @param  list<Want>  $waiting  what is not to be had there yet, and is turned off
     */
    private static function moved(Plan $plan, ?Plan $from, array $kept, array $waiting): Plan
    {
        return (new Plan(
            $plan->base,
            $kept,
            $from === null
                ? []
                : [...$waiting, ...array_filter($from->off, fn (Want $off): bool => ! in_array($off, $waiting, false))],
            $from->channels ?? [],
            [
                ...$plan->waivers,
                ...array_filter(
                    $from->waivers ?? [],
                    fn ($waiver): bool => ! in_array($waiver->id, [$plan->base->game, $plan->base->loader, $from?->base->loader], true),
                ),
            ],
            $from->waiverNotes ?? [],
            $from->order ?? [],
        ))->groupedAs($from ?? $plan);
    }
}
