<?php

declare(strict_types=1);

namespace App\View\Find;

use App\Depots\Depot;
use App\Notices\Known;
use App\View\Bytes;

/** Two packages side by side, for one instance. */
final readonly class SideBySide
{
    /** @param  string  $together  what both come to in one draft; nothing where there was no time to find out */
    public function __construct(public PackagePage $left, public PackagePage $right, public string $together)
    {
    }

    /** @return list<PackagePage> */
    public function both(): array
    {
        return [$this->left, $this->right];
    }

    /** @return array<string, array{list<string>, list<string>}> what is told => lines of the left one and of the right one */
    public function rows(): array
    {
        $of = fn (callable $tell): array => [self::lines($tell($this->left)), self::lines($tell($this->right))];
        $rows = [
            'Is' => $of(fn (PackagePage $page): array => [$page->about()]),
            'Here' => $of(fn (PackagePage $page): array => [ucfirst($page->prospect->verdict->text)]),
            'Release' => $of(fn (PackagePage $page): array => [(string) $page->release()]),
            'Releases for this base' => $of(self::forHere(...)),
            'Size' => $of(fn (PackagePage $page): array => [$page->row?->size ? Bytes::words($page->row->size) : '']),
            'Newest of all' => $of(fn (PackagePage $page): array => [(string) $page->row?->published_at?->isoFormat('D MMM YYYY')]),
            'Follows the game' => $of(fn (PackagePage $page): array => [$page->follows()]),
            'Needs here' => $of(self::needs(...)),
            'Needed by' => $of(fn (PackagePage $page): array => array_column($page->neededBy(), 'title')),
            'Is said' => $of(
                fn (PackagePage $page): array => array_map(
                    fn (Known $one): string => trim("{$one->sentence()} {$one->saying()}"),
                    array_slice($page->notices, 0, 6),
                ),
            ),
            'Sources' => $of(
                fn (PackagePage $page): array => $page->sources
                    ->map(fn (object $source): string => "{$source->name}, ".Depot::moderation($source))
                    ->all(),
            ),
            'Your note' => $of(fn (PackagePage $page): array => [$page->note]),
        ];

        return array_filter($rows, fn (array $row): bool => $row !== [[], []]);
    }

    /**
     * @param  array<string>  $lines
     * @return list<string>
     */
    private static function lines(array $lines): array
    {
        return array_values(array_filter($lines, fn (string $line): bool => $line !== ''));
    }

    /** @return list<string> */
    private static function forHere(PackagePage $page): array
    {
        $count = count(array_filter(array_keys($page->matrix->rows), $page->matrix->isForHere(...)));
        $of = count($page->package->releases);

        return [$count === 0 ? "none of {$of}" : "{$count} of {$of}"];
    }

    /** @return list<string> */
    private static function needs(PackagePage $page): array
    {
        return array_map(
            fn (array $need): string => trim("{$need['title']} {$need['range']}").match (true) {
                $need['base'] => '',
                $need['version'] === null => ', not met',
                $need['comes'] => ', comes with it',
                default => ', is here',
            },
            $page->needs(),
        );
    }
}
