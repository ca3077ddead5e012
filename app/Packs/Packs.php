<?php

declare(strict_types=1);

namespace App\Packs;

use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Draft;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Refusal\Refusal;
use App\Sharing\CarriedFiles;
use App\Sharing\GivenConfigs;
use App\Sharing\HandOffs;
use App\Store\Texts;
use App\Worlds\Worlds;
use Illuminate\Support\Collection;
use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\PackUpdate;
use Stasimon\Core\Pack\Sides;
use Stasimon\Core\Pack\Signature;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Share\HandOff;

/** Packs that came or were made here: instances of them, and what a newer release makes of one. */
final readonly class Packs
{
    public function __construct(
        private HandOffs $handOffs,
        private Drafting $drafting,
        private Games $games,
        private GivenConfigs $configs,
        private Texts $texts,
        private CarriedFiles $files,
        private PackWorlds $worlds,
    ) {
    }

    /**
     * Keeps a pack that came as a file.
     *
     * @throws Refusal that says what is wrong with it
     */
    public function receive(string $path, string $name): PackRelease
    {
        try {
            $file = PackFile::open($path, $name);
        } catch (UnusablePack|UnsafeArchive $failure) {
            throw Refusal::unusable($failure->getMessage());
        }

        $this->files->receive($file->pack->carried, $file->container, $file->pack->lineUp->plan->base->game);
        $this->worlds->receive($file->pack->carried, $file->container);

        return $this->keep($file->pack, $file->document, $file->configs, $file->picture, $file->signature);
    }

    /**
     * @param  string  $document  "pack.json", as it stands
     * @param  array<string, string>  $contents  path => content of each config
     */
    public function keep(Pack $pack, string $document, array $contents, ?string $picture = null, ?Signature $signature = null): PackRelease
    {
        $this->games->get($pack->lineUp->plan->base->game);
        $known = PackRelease::query()->where('pack', $pack->id)->where('version', $pack->version)->first();
        if ($known !== null && $known->document !== $document) {
            throw Refusal::conflict(
                "{$pack->name()} {$pack->version} is here already, and is another one than this. A release does not change; give this one ".
                    'another version.',
            );
        }
        array_map($this->texts->put(...), [...array_values($contents), ...$picture === null ? [] : [$picture]]);

        return $known ??
            PackRelease::query()->create([
                'pack' => $pack->id,
                'version' => $pack->version,
                'name' => $pack->name(),
                'game' => $pack->lineUp->plan->base->game,
                'document' => $document,
                'signature' => $signature?->document(),
            ]);
    }

    public function of(PackRelease $release): Pack
    {
        return PackFile::read($release->document);
    }

    /** The same; null for one that an earlier version has kept, and that cannot be used any more. */
    public function usable(?PackRelease $release): ?Pack
    {
        try {
            return $release === null ? null : $this->of($release);
        } catch (UnusablePack) {
            return null;
        }
    }

    /** A new instance of a pack, as a draft: its releases as far as they can be had, and its configs. */
    public function make(PackRelease $release, string $name): Instance
    {
        $pack = $this->of($release);
        $instance = $this->handOffs->make($pack->lineUp, $name, $pack->carried);
        $worlds = $this->worlds->coming($instance, $pack->carried);
        $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->ofPack($release->id)->givingOwn($worlds));

        return $instance;
    }

    /** @return Collection<int, PackRelease> other releases of the pack that an instance is of, the last that came first */
    public function others(Instance $instance): Collection
    {
        $release = $this->releaseOf($instance);

        return $release === null
            ? new Collection()
            : PackRelease::query()
                ->where('pack', $release->pack)
                ->where('id', '!=', $release->id)
                ->orderByDesc('created_at')
                ->orderByDesc('id')
                ->limit(50)
                ->get();
    }

    /** Who signed a release; null where nobody did. */
    public function signature(PackRelease $release): ?Signature
    {
        return $release->signature === null ? null : Signature::read($release->signature, $release->document);
    }

    /** Where the picture of a release lies; null where it has none. */
    public function picture(PackRelease $release): ?string
    {
        return $this->texts->path($this->of($release)->picture);
    }

    public function releaseOf(Instance $instance): ?PackRelease
    {
        return $instance->pack_id === null ? null : PackRelease::query()->find($instance->pack_id);
    }

    /** @return Collection<int, DepotPack> releases of its pack that depots have and that are not here, the newest first */
    public function published(Instance $instance): Collection
    {
        $pack = $this->releaseOf($instance)?->pack;

        return $pack === null
            ? new Collection()
            : DepotPack::query()
                ->with('depot')
                ->where('pack', $pack)
                ->whereNotIn('version', PackRelease::query()->where('pack', $pack)->select('version'))
                ->orderByRaw('published_at desc nulls last')
                ->limit(10)
                ->get()
                ->unique('version');
    }

    /**
     * Who signed the release that an instance is of, and another one.
     *
     * @return array{?string, ?string} fingerprints
     */
    public function signers(Instance $instance, PackRelease $to): array
    {
        $from = $this->releaseOf($instance);

        return [$from === null ? null : $this->signature($from)?->fingerprint(), $this->signature($to)?->fingerprint()];
    }

    /** What another release of its pack makes of an instance's line-up. */
    public function update(Instance $instance, PackRelease $to): PackUpdate
    {
        [$was, $now] = $this->both($instance, $to);

        return PackUpdate::of($was, $now, $this->handOffs->of($instance));
    }

    /**
     * @param  list<string>  $taken  paths in whose contested places the pack's is taken
     * @return array<string, ConfigMerge> path => what becomes of each config that the pack changed
     */
    public function configs(Instance $instance, PackRelease $to, array $taken = []): array
    {
        $was = $this->of($this->releaseOf($instance) ?? throw self::ofNone());

        return $this->configs->merged($instance, $was->carried->configs, $this->of($to)->carried->configs, $taken);
    }

    /** @return array<string, list<string>> world => packages that it was saved with, that are here, and that would go */
    public function worldsThatLose(Instance $instance, PackRelease $to): array
    {
        $goes = [];
        foreach ($this->update($instance, $to)->lines as $line) {
            if ($line->takesPack && $line->now->words() === '') {
                $goes[] = $line->id;
            }
        }
        $here = $instance->placed->pluck('version', 'package_id')->all();
        $worlds = new Worlds($this->games->get($instance->plan->base->game));
        $lost = array_map(
            fn (array $missing): array => array_values(array_intersect($missing, $goes)),
            $worlds->atRisk($instance, array_diff_key($here, array_flip($goes))),
        );

        return array_filter($lost);
    }

    /** Puts another release of its pack into an instance's draft. */
    public function take(Instance $instance, PackRelease $to, Sides $said): Draft
    {
        $update = $this->update($instance, $to);
        $base = $instance->plan->base;
        $theirs = $this->of($to)->lineUp->plan->base;
        if ([$base->game, $base->gameVersion, $base->loader] !== [$theirs->game, $theirs->gameVersion, $theirs->loader]) {
            throw Refusal::conflict(
                "{$to->name} {$to->version} stands on another version of the game, or on another loader. An instance is not moved in ".
                    'place; make a new one of it.',
            );
        }
        $plan = $update->plan($said);
        $own = $this->worlds->coming($instance, $this->of($to)->carried);
        foreach ($this->configs($instance, $to, $said->configs) as $path => $merge) {
            // What goes is kept under another name.
            $own[$path] = $merge->text === null ? null : $this->texts->put($merge->text);
        }

        return $this->drafting->step($instance, fn (): Plan => $plan->ofPack($to->id)->givingOwn($own));
    }

    /** @return array{HandOff, HandOff} what the pack was when the instance took it, and what it is */
    private function both(Instance $instance, PackRelease $to): array
    {
        $from = $this->releaseOf($instance) ?? throw self::ofNone();
        if ($from->pack !== $to->pack) {
            throw Refusal::conflict('That is a release of another pack.');
        }

        return [$this->of($from)->lineUp, $this->of($to)->lineUp];
    }

    private static function ofNone(): Refusal
    {
        return Refusal::conflict('This instance is of no pack, or its pack is not kept here any more.');
    }

    /** @return Collection<string, string> id => version, of all releases of a pack that are here */
    public static function versions(PackRelease $of): Collection
    {
        return PackRelease::query()->where('pack', $of->pack)->pluck('version', 'id');
    }

    public static function find(string $id): ?PackRelease
    {
        return PackRelease::query()->find($id);
    }

    /** @return Collection<int, PackRelease> what each is called, those that came last first */
    public static function latest(): Collection
    {
        return PackRelease::query()
            ->orderByDesc('created_at')
            ->orderByDesc('id')
            ->limit(200)
            ->get(['id', 'name', 'version', 'pack', 'created_at']);
    }
}
