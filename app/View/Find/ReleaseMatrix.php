<?php

declare(strict_types=1);

namespace App\View\Find;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderWord;
use Stasimon\Core\Game\Support;
use Stasimon\Core\Plan\Plan;

/** A package's releases against the game versions and loaders that they are for, as a picture. */
final readonly class ReleaseMatrix
{
    public const CELL = 15;

    public const LEFT = 96;

    public const TOP = 64;

    /** Releases that are drawn; the newest. */
    private const ROWS = 30;

    /**
     * @param  list<array{version: string, channel: string, here: bool, cells: list<int>}>  $rows  newest first; cells are columns
     * @param  list<array{loader: string, version: string, here: bool, first: bool}>  $columns
     */
    private function __construct(public array $rows, public array $columns, public int $more)
    {
    }

    /** @param  array<string, string>  $titles  loader id => name */
    public static function of(Package $package, GameDefinition $game, Plan $plan, ?string $selected, array $titles): self
    {
        $supports = [];
        // The instance's own column is drawn though nothing may be for it.
        $used = ["{$plan->base->loader} {$plan->base->gameVersion}" => true];
        foreach (array_slice(array_reverse($package->releases), 0, self::ROWS) as $release) {
            $supports[$release->version.' '] = [];
            foreach (Support::ofRelease($release, $package, $game) as [$version, $loader]) {
                $supports[$release->version.' '][] = $loader.' '.$version;
                $used[$loader.' '.$version] = true;
            }
        }
        [$columns, $places] = self::columns($used, $game, $plan, $titles);
        $rows = [];
        foreach ($supports as $version => $keys) {
            $version = substr((string) $version, 0, -1);
            $cells = array_map(fn (string $key): int => $places[$key], $keys);
            sort($cells);
            $rows[] = [
                'version' => $version,
                'channel' => $package->release($version)->channel->value ?? 'stable',
                'here' => $version === $selected,
                'cells' => $cells,
            ];
        }

        return new self($rows, $columns, max(0, count($package->releases) - self::ROWS));
    }

    /**
     * @param  array<string, true>  $used  "loader version" of what is drawn
     * @param  array<string, string>  $titles
     * @return array{list<array{loader: string, version: string, here: bool, first: bool}>, array<string, int>} the columns, and where
     *     each "loader version" stands
     */
    private static function columns(array $used, GameDefinition $game, Plan $plan, array $titles): array
    {
        $columns = $places = [];
        $loaders = ['', ...array_map(fn (LoaderWord $loader): string => $loader->id, $game->loaders)];
        foreach ($loaders as $loader) {
            $first = true;
            foreach ($game->versions as $version) {
                if (isset($used[$loader.' '.$version->version])) {
                    $places[$loader.' '.$version->version] = count($columns);
                    $columns[] = [
                        'loader' => $loader === '' ? 'any loader' : $titles[$loader] ?? $loader,
                        'version' => $version->version,
                        'here' => $version->version === $plan->base->gameVersion && in_array($loader, ['', $plan->base->loader], true),
                        'first' => $first,
                    ];
                    $first = false;
                }
            }
        }

        return [$columns, $places];
    }

    public function width(): int
    {
        return self::LEFT + count($this->columns) * self::CELL + 60;
    }

    public function height(): int
    {
        return self::TOP + count($this->rows) * self::CELL + 6;
    }

    /** "2.1.0 is for 3.2.0 to 3.2.2 on Halyard." for one row, in words. */
    public function words(int $row): string
    {
        $by = [];
        foreach ($this->rows[$row]['cells'] as $cell) {
            $by[$this->columns[$cell]['loader']][] = $this->columns[$cell]['version'];
        }
        $loaders = [];
        foreach ($by as $loader => $versions) {
            $loaders[count($versions) > 2 ? $versions[0].' … '.$versions[count($versions) - 1] : implode(', ', $versions)][] = $loader;
        }

        return implode(
            '; ',
            array_map(
                fn (string $versions, array $on): string => "{$versions} on ".implode(' and ', $on),
                array_map(strval(...), array_keys($loaders)),
                $loaders,
            ),
        );
    }

    public function isForHere(int $row): bool
    {
        foreach ($this->rows[$row]['cells'] as $cell) {
            if ($this->columns[$cell]['here']) {
                return true;
            }
        }

        return false;
    }
}
