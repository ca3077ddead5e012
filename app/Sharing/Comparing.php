<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\PackageRow;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Draft;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\PlacedRelease;
use App\Refusal\Refusal;
use App\Rehearsals\Configs;
use App\Store\Texts;
use Illuminate\Support\Collection;
use Stasimon\Core\Catalogue\NeededOn;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\ComparedSide;
use Stasimon\Core\Share\Comparison;
use Stasimon\Core\Share\Difference;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\Held;

/** Puts another line-up beside an instance's, and takes over from it. */
final readonly class Comparing
{
    /** Line-ups that one can be put beside at once. */
    public const MOST = 5;

    public function __construct(
        private HandOffs $handOffs,
        private Games $games,
        private Drafting $drafting,
        private Configs $configs,
        private GivenConfigs $given,
        private Texts $texts,
    ) {
    }

    /** What is named as another side: a hand-off that came, another instance, a restore point of this one, or a pack's release. */
    public function other(Instance $instance, string $beside): Other
    {
        if (preg_match('/^\d{1,9}$/D', $beside) === 1) {
            return new Other($beside, $this->handOffs->ofPoint($instance, (int) $beside));
        }
        $given = GivenHandOff::query()->find($beside);
        if ($given !== null) {
            $carried = $this->handOffs->carried($given)->configs;

            return new Other($beside, $this->handOffs->given($given), $carried === [] ? null : $carried);
        }
        $pack = PackRelease::query()->find($beside);
        if ($pack !== null) {
            $read = PackFile::read($pack->document);

            return new Other($beside, $read->lineUp, $read->carried->configs);
        }
        $other =
            Instance::query()
                ->with(['placed', 'draft'])
                ->find($beside) ?? throw Refusal::notFound('What was to be put beside it is not here any more.');

        return new Other($beside, $this->handOffs->of($other), $this->configs->of($other), $other);
    }

    /**
     * What an address names, several of them with commas between.
     *
     * @return list<Other>
     *
     * @throws Refusal where one is not there, or there are too many
     */
    public function others(Instance $instance, string $beside): array
    {
        $named = array_values(array_unique(array_filter(explode(',', $beside), fn (string $one): bool => $one !== '')));
        count($named) <= self::MOST ||
            throw Refusal::unusable('An instance can be put beside '.self::MOST.' others at once. Leave one of them out first.');

        return array_map(fn (string $one): Other => $this->other($instance, $one), $named);
    }

    /**
     * An instance beside each of the others.
     *
     * @param  list<Other>  $others
     * @return list<Comparison>
     */
    public function between(Instance $instance, array $others): array
    {
        $here = $this->handOffs->of($instance);
        $game = $this->games->get($here->plan->base->game);
        $catalogue = new DepotCatalogue($game);
        // Who needs what is asked of all sides; nothing of it where they are the same.
        $there = array_replace([], ...array_map(fn (Other $other): array => $other->given->releases, $others));
        $differ = array_filter($others, fn (Other $other): bool => $other->given->releases != $here->releases);
        $catalogue->load($differ === [] ? [] : array_map(strval(...), array_keys($there + $here->releases)));
        $placed = $instance->placed->keyBy('package_id');
        $known = PackageRow::query()
            ->whereIn('id', array_keys($here->releases + $there))
            ->get(['id', 'name', 'side'])
            ->keyBy('id');
        $side = fn (HandOff $one, ?array $configs): ComparedSide => $this->side($one, $configs, $known, $placed, $catalogue);
        $knowConfigs = array_filter($others, fn (Other $other): bool => $other->configs !== null) !== [];
        $mine = $side($here, $knowConfigs ? $this->configs->of($instance) : null);

        return array_map(
            fn (Other $other): Comparison => Comparison::of($mine, $side($other->given, $other->configs), $catalogue, $game->configs),
            $others,
        );
    }

    /**
     * @param  array<string, string>|null  $configs
     * @param  Collection<array-key, PackageRow>  $known  by id
     * @param  Collection<array-key, PlacedRelease>  $placed  by package id
     */
    private function side(HandOff $one, ?array $configs, Collection $known, Collection $placed, DepotCatalogue $catalogue): ComparedSide
    {
        return new ComparedSide(
            $one->name,
            $one->plan->base,
            array_combine(
                array_keys($one->releases),
                array_map(
                    function (string $id, string $version) use ($one, $placed, $known): Held {
                        /** @var PlacedRelease|null $laid */
                        $laid = $placed->get($id);
                        $row = $known->get($id);

                        return new Held(
                            $id,
                            $row->name ?? ($laid->name ?? $id),
                            $version,
                            NeededOn::of($row->side ?? $laid?->side),
                            $one->plan->wants($id),
                        );
                    },
                    array_map(strval(...), array_keys($one->releases)),
                    $one->releases,
                ),
            ),
            $this->titles($one, $catalogue),
            $configs,
        );
    }

    /** Has one package as the other side has it. */
    public function take(Instance $instance, Other $other, string $id): Draft
    {
        $there = $other->given;
        $version = $there->releases[$id] ?? null;
        $range = $there->plan->rangeOf($id);

        return $this->drafting->step($instance, function (Plan $plan) use ($instance, $id, $version, $range): Plan {
            if ($version === null) {
                return $plan->without($id);
            }
            $plan = $range === null ? $plan : $plan->wantingIn($id, $range);

            return $plan->keepingTo([...$plan->once->restore->versions ?? $instance->versions(), $id => $version]);
        });
    }

    /** Has one config as the other side has it; one that it has not is kept under another name. */
    public function takeConfig(Instance $instance, Other $other, string $path): Draft
    {
        $digest = $this->digestThere($other, $path);
        if ($digest === null && ! isset($this->configs->of($instance)[$path])) {
            throw Refusal::notFound('Neither side has that config any more.');
        }

        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->givingOwn([$path => $digest]));
    }

    /** Has all that keeps the two apart as the other side has it, in one step; the rest stays. */
    public function align(Instance $instance, Other $other): Draft
    {
        $apart = $this->between($instance, [$other])[0]->apart();
        $apart !== [] || throw Refusal::conflict('Nothing keeps the two apart any more. Nothing was changed.');
        $base = $instance->plan->base;
        $theirs = $other->given->plan->base;
        [$base->game, $base->gameVersion, $base->loader] === [$theirs->game, $theirs->gameVersion, $theirs->loader] ||
            throw Refusal::conflict(
                'The other stands on another version of the game, or on another loader. An instance is not moved in place; make a new '.
                    'server of it.',
            );
        $own = [];
        foreach ($apart as $one) {
            $own += $one->isConfig ? [$one->id => $this->digestThere($other, $one->id)] : [];
        }
        $packages = array_filter($apart, fn (Difference $one): bool => ! $one->isConfig && ! $one->isOfBase);

        return $this->drafting->step($instance, function (Plan $plan) use ($instance, $other, $packages, $theirs, $own): Plan {
            $there = $other->given;
            $versions = $plan->once->restore->versions ?? $instance->versions();
            foreach ($packages as $one) {
                $range = $there->plan->rangeOf($one->id);
                $plan = $one->there === '' ? $plan->without($one->id) : ($range === null ? $plan : $plan->wantingIn($one->id, $range));
                $versions = $one->there === '' ? array_diff_key($versions, [$one->id => '']) : [...$versions, $one->id => $one->there];
            }

            return $plan->onBaseOf(new Plan($theirs->withMemory($plan->base->memory)))->keepingTo(
                [$theirs->loader => $theirs->loaderVersion, $theirs->runtime => $theirs->runtimeVersion] + $versions,
            )->givingOwn($own);
        });
    }

    /** The digest of a config as the other side has it, kept here; null where it has none. */
    private function digestThere(Other $other, string $path): ?string
    {
        $digest = $other->configs[$path] ?? null;
        $text = $other->instance === null || $digest === null ? null : $this->given->contents($other->instance)[$path] ?? null;
        $digest = $digest !== null && $text !== null ? $this->texts->put($text) : $digest;

        return $digest === null || $this->texts->path($digest) !== null
            ? $digest
            : throw Refusal::conflict("What is in {$path} over there is not here, so it cannot be taken over.");
    }

    /** Has everything as the other side has it, but what each machine has of its own; what came with a hand-off or a pack included. */
    public function takeAll(Instance $instance, Other $other): Draft
    {
        $there = $other->given;
        $own = $other->instance === null ? $other->configs ?? [] : [];
        $theirs = $there->plan->base;
        $base = $instance->plan->base;
        if ([$theirs->game, $theirs->gameVersion, $theirs->loader] !== [$base->game, $base->gameVersion, $base->loader]) {
            throw Refusal::conflict(
                'It stands on another version of the game, or on another loader. An instance is not moved in place; make a new one of it.',
            );
        }

        return $this->drafting->step(
            $instance,
            fn (Plan $plan): Plan => (new Plan(
                $plan->base->onBuild($theirs->loaderVersion),
                $there->plan->wants,
                array_values(array_filter([...$there->plan->off, ...$plan->off], fn (Want $off): bool => ! $there->plan->wants($off->id))),
                $there->plan->channels,
                [
                    ...array_filter($plan->waivers, fn ($waiver): bool => in_array($waiver->id, $base->packages(), true)),
                    ...$there->plan->waivers,
                ],
                $there->plan->waiverNotes,
                $there->plan->order,
                rules: $there->plan->rules,
            ))
                ->groupedAs($plan)
                ->groupedAs($there->plan)
                ->keepingTo($there->versions())
                ->givingOwn($own),
        );
    }

    /** @return array<string, string> */
    private function titles(HandOff $one, DepotCatalogue $catalogue): array
    {
        $titles = [];
        foreach ($one->plan->base->packages() as $id) {
            $titles[$id] = $catalogue->package($id)?->title() ?? $id;
        }

        return $titles;
    }
}
