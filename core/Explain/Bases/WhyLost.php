<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

use Stasimon\Core\Catalogue\Chain;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Provider;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Explain\Admission;
use Stasimon\Core\Explain\Blame;
use Stasimon\Core\Explain\Explanation;
use Stasimon\Core\Explain\ReasonStep;
use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;

/** Why a want does not come along, in a sentence that is true by itself. */
final readonly class WhyLost
{
    public function __construct(private Resolver $resolver, private Request $request, private TriedBase $base)
    {
    }

    /**
     * The facts that a refusal rests on, as sentences.
     *
     * @param  Request  $request  what was refused
     */
    public static function facts(Request $request, Refused $refused, Resolver $resolver): string
    {
        return self::told(Explanation::of(Blame::of($request, $refused, $resolver)->refused));
    }

    /**
     * What does not follow from anything, and is not what was asked for.
     *
     * @param  list<ReasonStep>  $steps
     */
    private static function told(array $steps): string
    {
        $all = array_filter($steps, fn (ReasonStep $step): bool => $step->from === []);
        $others = array_filter($all, fn (ReasonStep $step): bool => ! ($step->claim->fact instanceof Wanted));
        // Where only what was asked for stands against each other, that is what there is to say.
        $facts = $others === [] ? $all : $others;

        return implode(' ', array_unique(array_map(fn (ReasonStep $step): string => $step->text, $facts)));
    }

    /**
     * It has no release for the game version or the loader; null where that is not the reason.
     *
     * @param  bool  $surely  whether to say it only where no line-up with the base has it: where another loader may stand beside the
     *     base's, what is for that one may hold all the same
     */
    public function plainly(int $index, bool $surely = false): ?Lost
    {
        $want = $this->request->want[$index];
        $package = $this->resolver->catalogue->package($want->id);
        if ($this->resolver->catalogue->providersOf($want->id) !== []) {
            return null;
        }
        if ($package === null) {
            return new Lost($index, "There is no package {$want->id}.");
        }
        $admitted = $this->releases($package, $want);
        if ($admitted === []) {
            return new Lost(
                $index,
                "{$package->title()} has no release that is asked for: {$want->range}, ".
                    $this->request->channelOf($package->id)->value.
                    ' or more stable.',
            );
        }
        foreach ($this->of(Kind::Game) as [$game, $version]) {
            $fitting = array_filter($admitted, fn (Release $release): bool => Admission::of($package, $release, $game, $version));
            if ($fitting === []) {
                $last = $this->last($package, $admitted, $game);

                return new Lost(
                    $index,
                    "{$package->title()} has no release for {$game->title()} {$version}".
                        ($last === '' ? ', nor for any other version of it.' : "; its last is for {$last}."),
                    $last,
                );
            }
            $lost = $this->byLoader($index, $package, $admitted, $fitting, $game, $version, $surely);
            if ($lost !== null) {
                return $lost;
            }
        }

        return null;
    }

    /**
     * It has releases for the game version, and none of them for the loader.
     *
     * @param  list<Release>  $admitted
     * @param  array<int, Release>  $fitting
     */
    private function byLoader(
        int $index,
        Package $package,
        array $admitted,
        array $fitting,
        Package $game,
        string $version,
        bool $surely,
    ): ?Lost {
        foreach ($this->of(Kind::Loader) as [$loader]) {
            $loaded = array_filter($admitted, fn (Release $release): bool => $this->admitsLoader($release, $loader, $surely));
            if (array_filter($fitting, fn (Release $release): bool => in_array($release, $loaded, true)) === []) {
                $last = $this->last($package, array_values($loaded), $game);

                return new Lost(
                    $index,
                    "{$package->title()} has no release for {$loader->title()} on {$game->title()} {$version}".
                        ($last === '' ? '.' : "; its last for {$loader->title()} is for {$last}."),
                    $last,
                );
            }
        }

        return null;
    }

    /**
     * It stands on the base by itself, and not beside some that are kept.
     *
     * @param  list<int>  $kept
     */
    public function beside(int $index, array $kept): Lost
    {
        $indices = [...$kept, $index];
        $count = count($this->base->want);
        $request = $this->request->wanting([
            ...$this->base->want,
            ...array_map(fn (int $one): Want => $this->request->want[$one], $indices),
        ]);
        $refused = $this->resolver->refusal($request);
        if ($refused === null) {
            return new Lost($index, "{$this->title($index)} could stand here.");
        }
        $blame = Blame::of($request, $refused, $this->resolver);
        $blamed = array_filter($blame->wants, fn (int $one): bool => $one >= $count);
        $with = array_values(array_diff(array_map(fn (int $one): int => $indices[$one - $count], $blamed), [$index]));
        $names = array_map($this->title(...), $with);
        $last = array_pop($names);

        return new Lost(
            $index,
            "{$this->title($index)} cannot stand here with ".
                ($names === [] ? $last : implode(', ', $names)." and {$last}").
                '. '.
                self::told(Explanation::of($blame->refused)),
            with: $with,
        );
    }

    private function title(int $index): string
    {
        $id = $this->request->want[$index]->id;

        return $this->resolver->catalogue->package($id)?->title() ?? $id;
    }

    /** @return list<array{Package, string}> what the base has of a kind, with its version, of a loader the newest that is admitted */
    private function of(Kind $kind): array
    {
        $found = [];
        foreach ($this->base->want as $want) {
            $package = $this->resolver->catalogue->package($want->id);
            $releases = $package?->kind === $kind ? $this->releases($package, $want) : [];
            // Of several versions that a base admits none could be named.
            if ($package !== null && $releases !== [] && ($kind !== Kind::Game || count($releases) === 1)) {
                $found[] = [$package, $releases[count($releases) - 1]->version];
            }
        }

        return $found;
    }

    /** @return list<Release> those that a want and its channel admit, oldest first */
    private function releases(Package $package, Want $want): array
    {
        $allowed = $package->allowed($this->request->channelOf($package->id));
        $within = $package->within($want->range, $want->syntax);

        return array_values(
            array_filter(
                $package->releases,
                fn (Release $release, int $position): bool => $allowed->has($position) && $within->has($position),
                ARRAY_FILTER_USE_BOTH,
            ),
        );
    }

    /** Whether no line-up with the base can have it: every package that is it or stands for it is forbidden in every release. */
    private function isShut(string $id): bool
    {
        $forbidden = [];
        foreach ($this->request->forbid as $want) {
            if ($want->range === '*') {
                $forbidden[$want->id] = true;
            }
        }
        $others = array_filter(
            $this->resolver->catalogue->providersOf($id),
            fn (Provider $provider): bool => ! isset($forbidden[$provider->package]),
        );

        return isset($forbidden[$id]) && $others === [];
    }

    /** Whether each need for loaders names this one; or, to be sure of it, one that is not shut out. */
    private function admitsLoader(Release $release, Package $loader, bool $surely): bool
    {
        $provided = array_fill_keys([$loader->id, ...Chain::under($this->resolver->catalogue, $loader->id)], true);
        foreach ($loader->releases as $build) {
            foreach ($build->provides as $provision) {
                $provided[$provision->id] = true;
            }
        }
        foreach ($release->needs() as $need) {
            $isOfLoaders =
                array_filter(
                    $need->alternatives,
                    fn (Target $target): bool => $this->resolver->catalogue->package($target->id)?->kind !== Kind::Loader,
                ) === [];
            if (
                $isOfLoaders &&
                array_filter(
                    $need->alternatives,
                    fn (Target $target): bool => isset($provided[$target->id]) || ($surely && ! $this->isShut($target->id)),
                ) === []
            ) {
                return false;
            }
        }

        return true;
    }

    /**
     * The newest version of the game that one of these releases is for; nothing if none is.
     *
     * @param  list<Release>  $releases
     */
    private function last(Package $package, array $releases, Package $game): string
    {
        foreach (array_reverse($game->releases) as $version) {
            foreach ($releases as $release) {
                if (Admission::of($package, $release, $game, $version->version)) {
                    return $version->version;
                }
            }
        }

        return '';
    }
}
