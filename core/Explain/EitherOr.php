<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Resolve\Resolved;

/** A need in a line-up that one of several packages can meet, and which of them does. */
final readonly class EitherOr
{
    /**
     * @param  Package  $of  whose need it is
     * @param  non-empty-list<Package>  $taken  those of the line-up that meet it; mostly one
     * @param  non-empty-list<Package>  $others
     */
    private function __construct(public Package $of, public array $taken, public array $others, public bool $isChosen, private string $by)
    {
    }

    /**
     * @param  array<string, string>  $have  what was there before, package id => version
     * @return list<self> by the ids of those whose needs they are
     */
    public static function all(Resolved $answer, Catalogue $catalogue, array $have): array
    {
        $found = [];
        $versions = $answer->versions();
        foreach ($answer->selection as $selected) {
            foreach ($selected->release->needs() as $need) {
                $able = self::able($need, $selected->package, $catalogue);
                $taken = array_values(array_filter($able, fn (Package $one): bool => isset($versions[$one->id])));
                $others = array_values(array_filter($able, fn (Package $one): bool => ! isset($versions[$one->id])));
                if ($taken !== [] && $others !== []) {
                    $by = self::by($taken[0], $selected->package, $answer, $have);
                    $found[] = new self($selected->package, $taken, $others, $by === 'choice', $by);
                }
            }
        }

        return $found;
    }

    /**
     * Packages that have a release that meets a need, whether or not that can be here; the base apart.
     *
     * @return list<Package>
     */
    public static function able(Need $need, Package $owner, Catalogue $catalogue): array
    {
        $able = [];
        foreach ($need->alternatives as $target) {
            $package = $catalogue->package($target->id);
            if ($package !== null && ! $package->within($target->range, $owner->syntax)->isEmpty()) {
                $able[$package->id] = $package;
            }
            $range = ($package ?? $owner)->range($target->range, $owner->syntax);
            foreach ($catalogue->providersOf($target->id) as $provider) {
                $version = ($package ?? $owner)->timeline->provided($provider->version);
                $of = $catalogue->package($provider->package);
                if ($of !== null && $version !== null && $range->admits($version)) {
                    $able[$of->id] = $of;
                }
            }
        }
        // What stands for one part of the base is no choice: the base is chosen elsewhere.
        $isBase = array_filter($able, fn (Package $one): bool => $one->kind->isBase()) !== [];

        return $isBase ? [] : array_values($able);
    }

    /** @param  array<string, string>  $have */
    private static function by(Package $taken, Package $of, Resolved $answer, array $have): string
    {
        foreach ($answer->request->choose as $choice) {
            if ($choice->of === $of->id && $choice->take === $taken->id) {
                return 'choice';
            }
        }
        foreach ($answer->selection as $selected) {
            if ($selected->package->id === $taken->id && $selected->isWanted()) {
                return 'want';
            }
        }
        foreach ($answer->selection as $selected) {
            foreach ($selected->package->id === $of->id ? [] : $selected->release->needs() as $need) {
                if (count($need->alternatives) === 1 && $need->names($taken->id)) {
                    return $selected->package->title();
                }
            }
        }

        return isset($have[$taken->id]) ? 'have' : '';
    }

    /** Why it was taken, as the end of a sentence about it. */
    public function why(): string
    {
        return match ($this->by) {
            'choice' => 'you chose it',
            'want' => 'it is asked for',
            'have' => 'it was here before',
            '' => 'nothing else asks for any of them, and it comes first by name of those that can be here',
            default => "{$this->by} needs it anyway",
        };
    }
}
