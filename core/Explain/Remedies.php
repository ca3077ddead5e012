<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Provider;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Resolve\Fact\BeyondChannel;
use Stasimon\Core\Resolve\Fact\Broken;
use Stasimon\Core\Resolve\Fact\Needed;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Syntax;

/**
 * Changes to a request, each of which was tried and resolves.
 *
 * Whatever single change makes the request possible has to break every refutation of it, so it touches this one: the
 * wants it blames and the facts it rests on are all the places where such a change can be.
 */
final class Remedies
{
    private const MOST = 6;

    private readonly Catalogue $catalogue;

    /** @var list<RequestRemedy> */
    private array $repairs = [];

    /** @var list<list<array{string, Waiver}>> for each relation, what to say and what to waive; the newest release first */
    private array $waivers = [];

    public function __construct(private readonly Request $request, private readonly Blame $blame, private readonly Resolver $resolver)
    {
        $this->catalogue = $resolver->catalogue;
    }

    /**
     * Tries what could help.
     *
     * @param  list<ReasonStep>  $steps
     *
     * @throws Stopped at the resolver's deadline; what was found until then is kept
     */
    public function look(array $steps): void
    {
        foreach ($steps as $step) {
            $this->mayWaive($step);
        }
        $this->resolver->mayWaive([...$this->request->waive, ...array_column(array_merge(...$this->waivers), 1)]);
        foreach ($this->blame->wants as $index) {
            $this->otherVersion($index);
            $this->understudies($index);
        }
        foreach ($steps as $step) {
            $this->lessStable($step);
        }
        foreach ($steps as $step) {
            $this->chooseAnew($step);
        }
        foreach ($this->blame->wants as $index) {
            $this->drop($index);
        }
        $this->waive();
        if ($this->repairs === []) {
            $this->dropSeveral();
        }
    }

    /** @return list<RequestRemedy> cheapest first */
    public function found(): array
    {
        usort($this->repairs, fn (RequestRemedy $a, RequestRemedy $b): int => [$a->cost, $a->text] <=> [$b->cost, $b->text]);

        return array_slice($this->repairs, 0, self::MOST);
    }

    private function otherVersion(int $index): void
    {
        $want = $this->request->want[$index];
        $package = $this->catalogue->package($want->id);
        if ($want->range === '*' || $package === null) {
            return;
        }
        $version = $this->resolver->newestOf($want->id, $this->replacing($index, new Want($want->id)));
        if ($version === null) {
            return;
        }
        $range = $package->exactly($version);
        $words = $package->range($want->range, Syntax::Comparator)->words();
        $this->attempt(
            trim("Use {$package->title()} {$version} instead of {$words}").'.',
            1,
            [new Operation('replace', "/want/{$index}/range", $range)],
            $this->replacing($index, new Want($want->id, $range)),
        );
    }

    private function understudies(int $index): void
    {
        $want = $this->request->want[$index];
        $package = $this->catalogue->package($want->id);
        $providers = array_map(fn (Provider $provider): string => $provider->package, $this->catalogue->providersOf($want->id));
        foreach (array_unique([...$package->understudies ?? [], ...$providers]) as $id) {
            $understudy = $this->catalogue->package($id);
            if ($understudy !== null && $id !== $want->id) {
                $this->attempt(
                    "Put {$understudy->title()} in the place of ".($package?->title() ?? $want->id).'.',
                    2,
                    [new Operation('replace', "/want/{$index}", ['id' => $id])],
                    $this->replacing($index, new Want($id)),
                );
            }
        }
    }

    private function drop(int $index): void
    {
        $title = $this->catalogue->package($this->request->want[$index]->id)?->title() ?? $this->request->want[$index]->id;
        $wants = $this->request->want;
        array_splice($wants, $index, 1);
        $this->attempt("Do without {$title}.", 10, [new Operation('remove', "/want/{$index}")], $this->request->wanting($wants));
    }

    private function lessStable(ReasonStep $step): void
    {
        $fact = $step->claim->fact;
        if ($fact instanceof BeyondChannel) {
            $channel = Explanation::leastStable($fact);
            $this->attempt(
                "Allow {$channel->value} releases of {$fact->package->title()}.",
                2,
                [
                    $this->request->channels === []
                        ? new Operation('add', '/channels', [$fact->package->id => $channel->value])
                        : new Operation('add', '/channels/'.$fact->package->id, $channel->value),
                ],
                $this->request->allowing($fact->package->id, $channel),
            );
        }
    }

    /** Gives up a choice of what is to meet a need that the refutation rests on. */
    private function chooseAnew(ReasonStep $step): void
    {
        $fact = $step->claim->fact;
        if (! $fact instanceof Needed) {
            return;
        }
        foreach ($this->request->choose as $index => $choice) {
            if ($choice->of === $fact->package->id) {
                $rest = $this->request->choose;
                array_splice($rest, $index, 1);
                $take = $this->catalogue->package($choice->take)?->title() ?? $choice->take;
                $this->attempt(
                    "Let {$fact->package->title()} have another than {$take}.",
                    1,
                    [new Operation('remove', "/choose/{$index}")],
                    $this->request->choosing($rest),
                );
            }
        }
    }

    private function mayWaive(ReasonStep $step): void
    {
        $fact = $step->claim->fact;
        if ($fact instanceof Needed) {
            $this->waivers[] = $this->waivers($fact->package, $fact->releases, Relation::Needs, $fact->need->alternatives[0]->id);
        } elseif ($fact instanceof Broken) {
            $this->waivers[] = $this->waivers($fact->package, $fact->releases, Relation::Breaks, $fact->breakage->target->id);
        }
    }

    /**
     * @return list<array{string, Waiver}>
     */
    private function waivers(Package $package, ReleaseSet $releases, Relation $relation, string $target): array
    {
        $named = $this->catalogue->package($target)?->title() ?? $target;
        $waivers = [];
        foreach (array_reverse($releases->positions()) as $position) {
            $version = $package->releases[$position]->version;
            $waivers[] = [
                $relation === Relation::Needs
                    ? "Disregard what {$package->title()} {$version} says it needs of {$named}."
                    : "Disregard that {$package->title()} {$version} says it cannot stand with {$named}.",
                new Waiver($package->id, $version, $relation, $target),
            ];
        }

        return $waivers;
    }

    /** Tries, for each relation told, a waiver for the newest of the releases for which it helps. */
    private function waive(): void
    {
        foreach ($this->waivers as $waivers) {
            foreach ($waivers as [$text, $waiver]) {
                $value = [
                    'id' => $waiver->id,
                    'version' => $waiver->version,
                    'relation' => $waiver->relation->value,
                    'target' => $waiver->target,
                ];
                $worked = $this->attempt(
                    $text,
                    3,
                    [$this->request->waive === [] ? new Operation('add', '/waive', [$value]) : new Operation('add', '/waive/-', $value)],
                    $this->request->waiving($waiver),
                );
                if ($worked) {
                    break;
                }
            }
        }
    }

    /** When no single change helps: as few wants as can be found, of the base none if that is possible. */
    private function dropSeveral(): void
    {
        $wants = $this->request->want;
        $base = array_keys(array_filter($wants, fn (Want $want): bool => $this->catalogue->package($want->id)?->kind->isBase() === true));
        $kept = $this->resolver->largest($this->request, $base) ?? $this->resolver->largest($this->request, []);
        $lost = array_values(array_diff(array_keys($wants), $kept->wants ?? []));
        if ($kept === null || $lost === []) {
            return;
        }
        $titles = array_map(fn (int $i): string => $this->catalogue->package($wants[$i]->id)?->title() ?? $wants[$i]->id, $lost);
        $this->attempt(
            'Do without '.implode(', ', array_slice($titles, 0, -1)).(count($titles) > 1 ? ' and ' : '').end($titles).'.',
            10 * count($lost),
            array_map(fn (int $i): Operation => new Operation('remove', "/want/{$i}"), array_reverse($lost)),
            $this->request->wantingOnly($kept->wants),
        );
    }

    private function replacing(int $index, Want $want): Request
    {
        $wants = $this->request->want;
        $wants[$index] = $want;

        return $this->request->wanting(array_values($wants));
    }

    /** @param  non-empty-list<Operation>  $patch */
    private function attempt(string $text, int $cost, array $patch, Request $patched): bool
    {
        // The wants blamed are few; what does not help them alone cannot help all.
        if (
            count($patched->want) === count($this->request->want) &&
            $this->resolver->refusal($patched->wantingOnly($this->blame->wants)) !== null
        ) {
            return false;
        }
        $answer = $this->resolver->resolve($patched);
        if (! ($answer instanceof Resolved)) {
            return false;
        }
        if ($this->request->have !== []) {
            $cost += max(0, $answer->changes->count() - 1);
        }
        foreach ($this->repairs as $known) {
            if ($known->text === $text) {
                return true;
            }
        }
        $this->repairs[] = new RequestRemedy($text, $cost, $patch, $answer);

        return true;
    }
}
