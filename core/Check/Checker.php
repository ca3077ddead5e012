<?php

declare(strict_types=1);

namespace Stasimon\Core\Check;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Version\Syntax;

/**
 * Says whether a selection is a valid line-up, rule by rule as the contract words them, by looking at versions and
 * ranges one at a time. It shares nothing with the resolver but the catalogue, so that each can be held against the other.
 */
final class Checker
{
    /** @var array<string, string> package id => version */
    private array $selection = [];

    public function __construct(private readonly Catalogue $catalogue, private readonly Request $request)
    {
    }

    /**
     * @param  array<string, string>  $selection  package id => version
     * @return list<Violation>
     */
    public function violations(array $selection): array
    {
        $this->selection = $selection;
        $unknown = $this->unknown();
        if ($unknown !== []) {
            return $unknown;
        }

        return [...$this->wants(), ...$this->relations(), ...$this->refused(), ...$this->unreached()];
    }

    /** @return list<Violation> */
    private function unknown(): array
    {
        $violations = [];
        foreach ($this->selection as $id => $version) {
            if ($this->catalogue->package((string) $id)?->release($version) === null) {
                $violations[] = new Violation('unknown', "The catalogue has no {$id} {$version}.");
            }
        }

        return $violations;
    }

    /** @return list<Violation> */
    private function wants(): array
    {
        $violations = [];
        foreach ($this->request->want as $want) {
            if ($this->satisfying(new Target($want->id, $want->range), Syntax::Comparator) === []) {
                $violations[] = new Violation('want', "Nothing satisfies the want for {$want->id} {$want->range}.");
            }
        }

        return $violations;
    }

    /** @return list<Violation> */
    private function relations(): array
    {
        $violations = [];
        foreach ($this->selected() as $package) {
            $release = $package->release($this->selection[$package->id]);
            foreach ($release?->needs() ?? [] as $need) {
                $waived = $met = false;
                foreach ($need->alternatives as $target) {
                    $waived = $waived || $this->request->waives($package->id, $this->selection[$package->id], Relation::Needs, $target->id);
                    $met = $met || $this->satisfying($target, $package->syntax) !== [];
                }
                if ($met && ! $waived && ! $this->isAsChosen($package, $need)) {
                    $violations[] = new Violation('choice', "{$package->id} needs {$need->key}, and what was chosen does not meet it.");
                }
                if (! $waived && ! $met) {
                    $violations[] = new Violation(
                        'need',
                        "{$package->id} {$this->selection[$package->id]} ".
                            ($need->isExtension ? 'extends '.$need->alternatives[0]->key() : "needs {$need->key}").
                            ', and nothing satisfies it.',
                    );
                }
            }
            foreach ($release->breaks ?? [] as $breakage) {
                if ($this->request->waives($package->id, $this->selection[$package->id], Relation::Breaks, $breakage->target->id)) {
                    continue;
                }
                foreach ($this->satisfying($breakage->target, $package->syntax) as $broken) {
                    if ($broken !== $package->id) {
                        $violations[] = new Violation(
                            'break',
                            "{$package->id} {$this->selection[$package->id]} breaks {$broken} {$this->selection[$broken]}.",
                        );
                    }
                }
            }
        }

        return $violations;
    }

    /** Whether a need is met by what was chosen for it, as far as that has a release that could meet it. */
    private function isAsChosen(Package $owner, Need $need): bool
    {
        foreach ($this->request->choose as $choice) {
            $chosen = $choice->of === $owner->id ? $this->catalogue->package($choice->take) : null;
            foreach ($chosen->releases ?? [] as $release) {
                $could = new self($this->catalogue, $this->request);
                $could->selection = [$choice->take => $release->version];
                foreach ($need->alternatives as $target) {
                    if ($could->satisfying($target, $owner->syntax) !== []) {
                        return in_array($choice->take, $this->meetingNeed($need, $owner), true);
                    }
                }
            }
        }

        return true;
    }

    /** @return list<string> */
    private function meetingNeed(Need $need, Package $owner): array
    {
        return array_merge(...array_map(fn (Target $target): array => $this->satisfying($target, $owner->syntax), $need->alternatives));
    }

    /** @return list<Violation> */
    private function refused(): array
    {
        $violations = [];
        foreach ($this->selected() as $package) {
            $version = $this->selection[$package->id];
            foreach ($this->request->forbid as $forbidden) {
                if (
                    $forbidden->id === $package->id &&
                    $package->range($forbidden->range, Syntax::Comparator)->admits($package->timeline->version($version))
                ) {
                    $violations[] = new Violation('forbidden', "{$package->id} {$version} is forbidden.");
                }
            }
            $channel = $package->release($version)->channel ?? null;
            if ($channel !== null && ! $this->request->channelOf($package->id)->allows($channel)) {
                $violations[] = new Violation(
                    'channel',
                    "{$package->id} {$version} is {$channel->value}; only {$this->request->channelOf($package->id)->value} is allowed.",
                );
            }
        }

        return $violations;
    }

    /** @return list<Violation> */
    private function unreached(): array
    {
        $reached = [];
        $queue =
            $this->request->policy === Policy::Settled
                ? array_map(strval(...), array_keys(array_intersect_key($this->selection, $this->request->have)))
                : [];
        foreach ($this->request->want as $want) {
            array_push($queue, ...$this->satisfying(new Target($want->id, $want->range), Syntax::Comparator));
        }
        while ($queue !== []) {
            $id = array_pop($queue);
            if (isset($reached[$id])) {
                continue;
            }
            $reached[$id] = true;
            $package = $this->catalogue->package($id);
            if ($package === null) {
                continue;
            }
            foreach ($package->release($this->selection[$id])?->needs() ?? [] as $need) {
                foreach ($need->alternatives as $target) {
                    array_push($queue, ...$this->satisfying($target, $package->syntax));
                }
            }
        }
        $violations = [];
        foreach (array_keys(array_diff_key($this->selection, $reached)) as $id) {
            $violations[] = new Violation('unreached', "No want leads to {$id}.");
        }

        return $violations;
    }

    /** @return list<Package> */
    private function selected(): array
    {
        return array_values(
            array_filter(array_map(fn (int|string $id): ?Package => $this->catalogue->package((string) $id), array_keys($this->selection))),
        );
    }

    /** @return list<string> ids of the selected packages that satisfy a target themselves or by what they provide */
    private function satisfying(Target $target, Syntax $syntax): array
    {
        $order = $this->catalogue->package($target->id) ?? new Package($target->id, Kind::Library, []);
        $range = $order->range($target->range, $syntax);
        $found = [];
        foreach ($this->selected() as $package) {
            $version = $this->selection[$package->id];
            $versions = $package->id === $target->id ? [$version] : [];
            foreach ($package->release($version)->provides ?? [] as $provision) {
                if ($provision->id === $target->id) {
                    $versions[] = $provision->version;
                }
            }
            foreach ($versions as $candidate) {
                $provided = $order->timeline->provided($candidate);
                if ($provided !== null && $range->admits($provided)) {
                    $found[] = $package->id;
                    break;
                }
            }
        }

        return $found;
    }
}
