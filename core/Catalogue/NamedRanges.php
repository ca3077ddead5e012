<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Stasimon\Core\Version\RangeReader;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use Stasimon\Core\Version\UnusableVersion;

/**
 * The ranges and provided versions that packages name of others, which may come later in a document; at its end it can be
 * said whether all of them can be read.
 */
final class NamedRanges
{
    /** @var array<string, array<string, array<string, true>>> syntax => range => ids of which it is named, as {@see} has them */
    private array $bySyntax = [];

    /**
     * @var array<string, array<string, true>> those of the syntax that is being read: range => ids of which it is named, where they are
     *     among the others; nothing in place of all ids whose order is the usual one, in which a range is the same whoever it is of
     */
    public array $ranges = [];

    /** @var array<string, true> ids of packages whose order may be another one than the usual */
    public array $others = [];

    /** @var array<string, list<Provider>> */
    private array $providers = [];

    /** @var array<string, Scheme> package id => its order, unless it is a sequence */
    private array $schemes = [];

    /** @var array<string, Timeline> package id => its labels, where it is a sequence */
    private array $sequences = [];

    /**
     * Is shown every package before anything is named, so that it is known whose order may be another one.
     *
     * @param  string  $text  JSON
     */
    public function expect(string $text): void
    {
        if (preg_match('/"scheme"(?!\s*:\s*"semver")/', $text) === 1 || str_contains($text, '\\u')) {
            $package = json_decode($text, true);
            $id = is_array($package) ? $package['id'] ?? null : null;
            is_string($id) && ($this->others[$id] = true);
        }
    }

    /** A package that names nothing but needs has this order. */
    public function ordered(string $id, Scheme $scheme): void
    {
        $scheme === Scheme::Semver || ($this->schemes[$id] = $scheme);
    }

    /** What is named from now on is in this syntax. */
    public function from(Syntax $syntax): void
    {
        $this->bySyntax[$syntax->value] ??= [];
        $this->ranges = &$this->bySyntax[$syntax->value];
    }

    /** What a package is, and what it names beside its needs. */
    public function note(Package $package): void
    {
        $package->scheme === Scheme::Sequence
            ? ($this->sequences[$package->id] = $package->timeline)
            : $this->ordered($package->id, $package->scheme);
        foreach ($package->releases as $position => $release) {
            foreach ($release->suggests as $need) {
                foreach ($need->alternatives as $target) {
                    $this->ranges[$target->range][isset($this->others[$target->id]) ? $target->id : ''] = true;
                }
            }
            foreach ($release->breaks as $breakage) {
                $id = $breakage->target->id;
                $this->ranges[$breakage->target->range][isset($this->others[$id]) ? $id : ''] = true;
            }
            foreach ($release->provides as $provision) {
                $this->providers[$provision->id][] = new Provider($package->id, $position, $provision->version);
            }
        }
    }

    public function areUsable(): bool
    {
        $orders = [];
        foreach (Scheme::cases() as $scheme) {
            $orders[$scheme->value] = new Timeline($scheme, []);
        }
        try {
            foreach ($this->bySyntax as $syntax => $ranges) {
                foreach ($ranges as $range => $ids) {
                    $read = [];
                    foreach ($ids as $id => $named) {
                        $timeline = $this->sequences[$id] ?? $orders[($this->schemes[$id] ?? Scheme::Semver)->value];
                        // Only a sequence has a word of its own; in every other order a range is the same whoever it is of.
                        $order = isset($this->sequences[$id]) ? "of {$id}" : $timeline->scheme->value;
                        $read[$order] ??= RangeReader::read((string) $range, Syntax::from($syntax), $timeline);
                    }
                }
            }
            foreach ($this->providers as $id => $providers) {
                foreach ($providers as $provider) {
                    ($this->sequences[$id] ?? $orders[($this->schemes[$id] ?? Scheme::Semver)->value])->version($provider->version);
                }
            }
        } catch (UnusableRange|UnusableVersion) {
            return false;
        }

        return true;
    }

    /** @return array<string, list<Provider>> id => who provides it, in order */
    public function providers(): array
    {
        foreach ($this->providers as $id => $providers) {
            usort($providers, fn (Provider $a, Provider $b): int => [$a->package, $a->position] <=> [$b->package, $b->position]);
            $this->providers[$id] = $providers;
        }

        return $this->providers;
    }
}
