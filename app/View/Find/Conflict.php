<?php

declare(strict_types=1);

namespace App\View\Find;

use App\Depots\Packages;

/** What a package cannot stand beside, who says so, and whether that is here. */
final readonly class Conflict
{
    /**
     * @param  string  $said  by whom and why, as a sentence
     * @param  string|null  $here  the release of the other one that is here; null where it is not
     */
    public function __construct(public string $id, public string $title, public string $said, public ?string $here)
    {
    }

    /**
     * Those that a page tells of, each pair once for each who says so.
     *
     * @return list<self> those that are here first
     */
    public static function of(PackagePage $page): array
    {
        $said = [...self::declared($page), ...self::declaredByOthers($page), ...self::noticed($page)];
        $names = Packages::names(array_column($said, 0));
        $found = array_map(fn (array $one): self => new self($one[0], $names[$one[0]] ?? $one[0], $one[1], $page->here($one[0])), $said);
        usort($found, fn (self $a, self $b): int => [$a->here === null, $a->title] <=> [$b->here === null, $b->title]);

        return $found;
    }

    /** @return list<array{string, string}> id, and what is said */
    private static function declared(PackagePage $page): array
    {
        $release = $page->package->release($page->release() ?? '') ?? array_slice($page->package->releases, -1)[0] ?? null;
        $found = [];
        foreach ($release->breaks ?? [] as $breakage) {
            $why = $breakage->why === '' ? '' : ": {$breakage->why}";
            $range = $breakage->target->range === '*' ? '' : " ({$breakage->target->range})";
            $found[] = [$breakage->target->id, "Its author says so of {$release?->version}{$range}{$why}."];
        }

        return $found;
    }

    /** @return list<array{string, string}> id, and what is said */
    private static function declaredByOthers(PackagePage $page): array
    {
        return array_map(
            fn (string $id): array => [$id, 'The author of that one says so of some releases.'],
            $page->brokenBy(),
        );
    }

    /** @return list<array{string, string}> id, and what is said */
    private static function noticed(PackagePage $page): array
    {
        $found = [];
        foreach ($page->apart() as [$id, $known]) {
            $found[] = [$id, trim("{$known->sentence()} {$known->saying()}")];
        }

        return $found;
    }
}
