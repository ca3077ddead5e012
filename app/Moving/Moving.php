<?php

declare(strict_types=1);

namespace App\Moving;

use App\Depots\Catalogue\DepotCatalogue;
use App\Disk\Folder;
use App\Disk\OwnFiles;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games;
use App\Models\Instance;
use App\Models\WishCell;
use App\Models\WishList;
use App\Refusal\Refusal;
use App\Worlds\Worlds;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;

/** Makes an instance on a base that was found: new, or beside the one that it is moved from. Nothing is ever changed in place. */
final readonly class Moving
{
    public function __construct(private Games $games, private Drafting $drafting)
    {
    }

    /** @param  list<string>  $worlds  of the instance that is moved, which are copied */
    public function make(WishList $list, WishCell $cell, string $name, array $worlds = []): Instance
    {
        $from = $list->instance;
        if ($from !== null) {
            $from->played()->exists() && throw Refusal::conflict("{$from->name} is being played, so its worlds may be written to. End the game first.");
        }
        $game = $this->games->get($list->game);
        $wants = Wishes::of($list);
        $kept = array_values(array_filter($wants, fn (int $index): bool => in_array($index, $cell->detail['kept'], true), ARRAY_FILTER_USE_KEY));
        $waiting = array_values(array_udiff($wants, $kept, fn (Want $a, Want $b): int => $a->id <=> $b->id));
        $plan = (new Bases($game, new DepotCatalogue($game)))->plan($cell->version, $cell->loader, $cell->detail['build'], $cell->detail['versions'][$game->runtimeId] ?? null, $from?->plan->base->memory);
        $instance = Instance::query()->create(['name' => mb_substr($name, 0, Limits::NAME), 'plan' => $plan, 'moved_from' => $from?->id]);
        $this->drafting->step($instance, fn (Plan $plan): Plan => new Plan(
            $plan->base, $kept, $from === null ? [] : [...$waiting, ...array_filter($from->plan->off, fn (Want $off): bool => ! in_array($off, $waiting, false))],
            $from->plan->channels ?? [], [...$plan->waivers, ...array_filter($from->plan->waivers ?? [], fn ($waiver): bool => ! in_array($waiver->id, [$game->id, $plan->base->loader, $from?->plan->base->loader], true))], $from->plan->waiverNotes ?? [], $from->plan->order ?? [],
        ));
        if ($from !== null) {
            $this->copyOwn($from, $instance, $worlds);
        }

        return $instance;
    }

    /** @param  list<string>  $worlds */
    private function copyOwn(Instance $from, Instance $to, array $worlds): void
    {
        $game = $this->games->get($from->plan->base->game);
        [$old, $new] = [new Folder($from), new Folder($to)];
        $parts = array_diff($game->own, [$game->worlds['folder'] ?? '']);
        foreach (array_intersect(array_map(strval(...), array_keys((new Worlds($game))->of($from))), $worlds) as $world) {
            $parts[] = ($game->worlds['folder'] ?? '').'/'.$world;
        }
        foreach ($parts as $part) {
            if (is_dir($old->live($part)) && ! is_link($old->live($part))) {
                File::ensureDirectoryExists(dirname($new->live($part)));
                OwnFiles::copy($old->live($part), $new->live($part), OwnFiles::stand($old->live($part)));
            }
        }
    }
}
