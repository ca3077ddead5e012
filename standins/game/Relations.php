<?php

declare(strict_types=1);

namespace Standins\Game;

/** What loaders and mods ask of one another before anything runs, and what of it is not so. */
final class Relations
{
    /**
     * @param  array{string, string}  $game  id and version
     * @param  array<string, mixed>  $says  the loader that the game is started with
     * @param  array<string, array<string, mixed>>  $merged  what loaders that were merged into the game say, by id
     * @param  string  $archive  of the game
     * @param  array<string, ModFile>  $mods
     * @return list<string> the first fault, in as many lines as it has
     */
    public static function ofLoader(array $game, array $says, array $merged, string $archive, array $mods): array
    {
        $range = $says['needs'][$game[0]] ?? '*';
        if (! self::within($game[1], $range)) {
            return ["{$says['id']} {$says['version']} asks for {$game[0]} {$range}; found {$game[1]}"];
        }
        foreach ($merged as $over) {
            foreach ($over['extends'] ?? [] as $under => $version) {
                $there = $merged[$under]['version'] ?? '';
                if ($there === '' || ! self::within($there, $version)) {
                    return [
                        "{$over['id']} {$over['version']} asks for {$under} {$version}; ".
                        ($there === '' ? 'there is none' : "found {$there}"),
                    ];
                }
                // Each puts its own beginning of the game in the place of what lies under it: the last that was merged is what runs.
                if (! ModFile::begins($archive, "{$over['id']}()V")) {
                    return ["{$over['id']} {$over['version']} lies under {$under} {$there}, which it has to lie over"];
                }
            }
        }
        $runs = [$says['id'], ...array_keys($says['provides'] ?? []), ...array_keys($merged)];
        $foreign = array_filter(
            $mods,
            fn (ModFile $mod): bool => $mod->says['loaders'] !== [] && array_intersect($runs, $mod->says['loaders']) === [],
        );

        return array_values(
            array_map(
                fn (ModFile $mod): string => "{$mod->id} {$mod->version} is made for ".
                    implode(' or ', $mod->says['loaders']).
                    ", not for {$says['id']}",
                $foreign,
            ),
        );
    }

    /**
     * @param  array<string, ModFile>  $mods
     * @param  array<string, string>  $there  id => version
     * @return list<string>
     */
    public static function unmet(array $mods, array $there): array
    {
        $errors = [];
        foreach ($mods as $mod) {
            $who = "{$mod->id} {$mod->version}";
            foreach ($mod->says['needs'] as $target => $range) {
                if (! isset($there[$target])) {
                    $errors[] = "{$who} asks for {$target} {$range}; there is none";
                } elseif (! self::within($there[$target], $range)) {
                    $errors[] = "{$who} asks for {$target} {$range}; found {$there[$target]}";
                }
            }
            foreach ($mod->says['needsOneOf'] as $choices) {
                $met = array_filter(
                    $choices,
                    fn (string $range, string $target): bool => isset($there[$target]) && self::within($there[$target], $range),
                    ARRAY_FILTER_USE_BOTH,
                );
                if ($met === []) {
                    $errors[] = "{$who} asks for ".array_key_first($choices).' '.reset($choices).'; there is none';
                }
            }
        }

        return $errors;
    }

    /**
     * @param  array<string, ModFile>  $mods
     * @param  array<string, string>  $there  id => version
     * @return list<string>
     */
    public static function refused(array $mods, array $there): array
    {
        $errors = [];
        foreach ($mods as $mod) {
            foreach ($mod->says['breaks'] as $target => $range) {
                if (isset($there[$target]) && self::within($there[$target], $range)) {
                    $errors[] = "{$mod->id} {$mod->version} refuses to run beside {$target} {$there[$target]}";
                }
            }
        }

        return $errors;
    }

    private static function within(string $version, string $range): bool
    {
        foreach (explode(' ', $range) as $comparator) {
            preg_match('/^(>=|<=|<|>|=|)(.*)$/', $comparator, $match);
            [, $operator, $limit] = $match;
            if ($limit !== '*' && ! version_compare($version, $limit, $operator === '' ? '=' : $operator)) {
                return false;
            }
        }

        return true;
    }
}
