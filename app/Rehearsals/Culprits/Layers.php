<?php

declare(strict_types=1);

namespace App\Rehearsals\Culprits;

use App\Disk\Folder;
use App\Disk\Laying;
use App\Disk\Merging;
use App\Drafts\LineUp;
use App\Drafts\LineUps;
use App\Models\Instance;
use App\Models\Stage;
use App\Store\Store;
use App\Work\Allowance;
use Stasimon\Core\Game\GameDefinition;

/** What lies over what in an instance as it is applied, for launches with a part of it. */
final readonly class Layers
{
    public function __construct(
        private LineUps $lineUps,
        private Laying $laying,
        private Merging $merging,
        private Store $store,
        private Allowance $allowance,
    ) {
    }

    /** Whether anything in an instance lies over anything else: mods that are merged or started in an order, or stages. */
    public static function matter(Instance $instance, GameDefinition $game): bool
    {
        return $game->merge($instance->plan->base->gameVersion) !== null ||
            $game->launch->started() !== [] ||
            Stage::query()->where('instance_id', $instance->id)->exists();
    }

    /**
     * Wants in the order in which they lie over one another; those of the stage that is now over all others.
     *
     * @param  list<string>  $wants
     * @return list<string>
     */
    public function order(Instance $instance, array $wants): array
    {
        $place = array_flip($this->sequence($this->lineUp($instance)));
        $new = Stage::query()->where('instance_id', $instance->id)->whereNotNull('entered_at')->whereNull('done_at')->first()->adds ?? [];
        usort($wants, fn (string $a, string $b): int => [isset($new[$a]), $place[$a] ?? 0] <=> [isset($new[$b]), $place[$b] ?? 0]);

        return $wants;
    }

    /**
     * Lays the archive of a game that reads no mods folder, with some of its mods, where it is tried.
     *
     * @param  list<string>  $packages
     */
    public function merge(Instance $instance, Folder $folder, array $packages): void
    {
        $lineUp = $this->lineUp($instance);
        if (Merging::formOf($lineUp) === null) {
            return;
        }
        foreach ($this->merging->bringing($lineUp, $this->sequence($lineUp), $packages)->files ?? [] as $path => $content) {
            $folder->layInTrial($this->store->path($content->sha256), (string) $path);
        }
    }

    /** @return list<string> */
    private function sequence(LineUp $lineUp): array
    {
        return Laying::sequence($lineUp, $this->laying->rules($lineUp));
    }

    private function lineUp(Instance $instance): LineUp
    {
        $this->allowance->forWork();

        return $this->lineUps->lineUpOf($instance->plan, $instance);
    }
}
