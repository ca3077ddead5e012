<?php

declare(strict_types=1);

namespace App\View\Sharing;

use App\Models\Instance;
use App\Models\PackRelease;
use App\Packs\DepotPack;
use App\Shelf\ShelfFile;
use Illuminate\Support\Collection;

/** An instance as a pack: what the form begins with, which pack it is of, and what else there is of that. */
final readonly class PackingPage
{
    /**
     * @param  array{id: string, version: string, name: string, summary: string, licence: string, notes: string, configs: array<string,
     *     list<int>>}  $proposal
     * @param  Collection<int, PackRelease>  $others  that are here
     * @param  Collection<int, DepotPack>  $published  that depots have, and are not here
     * @param  Collection<int, ShelfFile>  $own  files of it that no depot has
     * @param  array{list<string>, list<string>, list<string>}  $before  what went with the release before: configs, SHA-256 of files of
     *     one's own, and worlds
     * @param  string  $key  what others compare the key by that it is signed with
     * @param  array<array-key, array{int, int}|null>  $worlds  name => files and bytes; null for one that is too large
     */
    public function __construct(
        public Instance $instance,
        public array $proposal,
        public ?PackRelease $of,
        public Collection $others,
        public Collection $published,
        public Collection $own,
        public array $before,
        public string $key,
        public array $worlds,
    ) {
    }

    public function canBeMade(): bool
    {
        return $this->instance->applied_at !== null;
    }

    /** Whether it is proposed to sign it: as the release before was. */
    public function isSigned(): bool
    {
        return $this->of === null || $this->of->signature !== null;
    }
}
