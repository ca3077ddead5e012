<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use JsonException;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;

/**
 * A package as a short text that is read many times: what releases need is written once, however many need it, and made
 * into objects only for the releases that are looked at. Nobody but us reads it; the catalogue format is for others.
 *
 * A JSON list: id, kind, scheme, syntax, name, understudies, the needs that there are (each a flat list of ids and ranges,
 * and a third word where it is what is extended),
 * the lists of needs that releases have (places among those), and the releases: version, channel, moment, place of its list
 * of needs, and what it suggests, breaks, provides and replaces, where it does.
 */
final class CompactForm
{
    /** @var array<string, Need> one object for needs that say the same */
    private array $known = [];

    public static function is(string $text): bool
    {
        return str_starts_with($text, '[');
    }

    public static function write(Package $package): string
    {
        $needs = $lists = $places = $releases = [];
        foreach ($package->releases as $release) {
            $list = [];
            foreach ($release->needs() as $need) {
                if (! isset($places[$need->key])) {
                    $places[$need->key] = count($needs);
                    $needs[] = self::flat($need);
                }
                $list[] = $places[$need->key];
            }
            $row = [$release->version, $release->channel->value, $release->published, ($lists[implode(' ', $list)] ??= count($lists))];
            if ($release->suggests !== [] || $release->breaks !== [] || $release->provides !== [] || $release->replaces !== []) {
                $row[] = self::more($release);
            }
            $releases[] = $row;
        }

        return json_encode(
            [
                $package->id,
                $package->kind->value,
                $package->scheme->value,
                $package->syntax->value,
                $package->name,
                $package->understudies,
                $needs,
                array_map(
                    fn (string|int $list): array => $list === '' ? [] : array_map(intval(...), explode(' ', (string) $list)),
                    array_keys($lists),
                ),
                $releases,
            ],
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        );
    }

    /** @return list<list<mixed>> what most releases do not have */
    private static function more(Release $release): array
    {
        return [
            array_map(self::flat(...), $release->suggests),
            array_map(
                fn (Breakage $breakage): array => [$breakage->target->id, $breakage->target->range, $breakage->why],
                $release->breaks,
            ),
            array_map(fn (Provision $provision): array => [$provision->id, $provision->version], $release->provides),
            ...$release->replaces === []
                ? []
                : [array_map(fn (Replacement $replacement): array => $replacement->kept(), $release->replaces)],
        ];
    }

    /** @return list<string> */
    private static function flat(Need $need): array
    {
        $flat = [];
        foreach ($need->alternatives as $target) {
            array_push($flat, $target->id, $target->range);
        }
        $need->isExtension && ($flat[] = 'extends');

        return $flat;
    }

    /**
     * @param  string  $text  that {@see write()} has made
     * @param  (callable(string, string): bool)|null  $meets  says of the id and the range of a need without alternatives
     *                                                        whether it can be met; releases with one that cannot are
     *                                                        left out, unless that would leave none
     *
     * @throws JsonException when it is anything else
     */
    public function read(string $text, ?callable $meets = null): Package
    {
        /**
         * @var array{
         *     string, string, string, string, string, list<string>, list<list<string>>, list<list<int>>, list<array{
         *         0: string, 1: string, 2: string, 3: int,
         *         4?: array{
         *             list<list<string>>, list<array{string, string, string}>, list<array{string, string}>, 3?: list<array{string, string}>
         *         }
         *     }>
         * } $parts
         */
        $parts = json_decode($text, true, 8, JSON_THROW_ON_ERROR);
        [$id, $kind, $scheme, $syntax, $name, $understudies, $needs, $lists, $rows] = $parts;
        $made = [];
        $objects = function (int $list) use (&$made, $needs, $lists): array {
            return $made[$list] ??= array_map(fn (int $place): Need => $this->need($needs[$place]), $lists[$list]);
        };
        $left = $meets === null ? [] : self::unmet($needs, $lists, $meets);
        $releases = [];
        foreach ([$left, []] as $without) {
            foreach ($rows as $row) {
                if (! isset($without[$row[3]])) {
                    $list = $row[3];
                    $releases[] = new Release(
                        $row[0],
                        $row[1] === 'stable' ? Channel::Stable : Channel::from($row[1]),
                        fn (): array => $objects($list),
                        isset($row[4]) ? array_map($this->need(...), $row[4][0]) : [],
                        isset($row[4])
                            ? array_map(fn (array $one): Breakage => new Breakage(new Target($one[0], $one[1]), $one[2]), $row[4][1])
                            : [],
                        isset($row[4]) ? array_map(fn (array $one): Provision => new Provision($one[0], $one[1]), $row[4][2]) : [],
                        $row[2],
                        isset($row[4][3]) ? array_map(Replacement::ofKept(...), $row[4][3]) : [],
                    );
                }
            }
            if ($releases !== []) {
                break;
            }
        }

        return new Package($id, Kind::from($kind), $releases, Scheme::from($scheme), Syntax::from($syntax), $name, $understudies);
    }

    /**
     * @param  list<list<string>>  $needs
     * @param  list<list<int>>  $lists
     * @param  callable(string, string): bool  $meets
     * @return array<int, true> the lists with a need that cannot be met
     */
    private static function unmet(array $needs, array $lists, callable $meets): array
    {
        $bad = [];
        foreach ($needs as $place => $flat) {
            if (count($flat) < 4 && ! $meets($flat[0], $flat[1])) {
                $bad[$place] = true;
            }
        }
        $unmet = [];
        foreach ($bad === [] ? [] : $lists as $list => $places) {
            foreach ($places as $place) {
                if (isset($bad[$place])) {
                    $unmet[$list] = true;
                }
            }
        }

        return $unmet;
    }

    /** @param  list<string>  $flat  ids and ranges in turn */
    private function need(array $flat): Need
    {
        return $this->known[count($flat).' '.implode(' ', $flat)] ??=
            count($flat) === 3
                ? Need::extending(new Target($flat[0], $flat[1]))
                : Need::of(...array_map(fn (array $pair): Target => new Target($pair[0], $pair[1] ?? '*'), array_chunk($flat, 2)));
    }
}
