<?php

declare(strict_types=1);

namespace App\View;

use Illuminate\Support\Collection;

/** Why a release is in a line-up, in a few words. */
final class Because
{
    private const SHOWN = 2;

    /**
     * @param  array{wanted: bool, needed: list<array{id: string, range: string, extends?: true}>}  $because
     * @param  Collection<string, string>  $names  package id => name
     */
    public static function words(array $because, Collection $names): string
    {
        return self::said($because, $names, self::SHOWN);
    }

    /**
     * The same with nothing left out.
     *
     * @param  array{wanted: bool, needed: list<array{id: string, range: string, extends?: true}>}  $because
     * @param  Collection<string, string>  $names  package id => name
     */
    public static function all(array $because, Collection $names): string
    {
        return self::said($because, $names, PHP_INT_MAX);
    }

    /**
     * @param  array{wanted: bool, needed: list<array{id: string, range: string, extends?: true}>}  $because
     * @param  Collection<string, string>  $names
     */
    private static function said(array $because, Collection $names, int $shown): string
    {
        $needed = [];
        foreach ($because['needed'] as $reason) {
            $range = $reason['range'] === '*' ? '' : " ({$reason['range']})";
            $needed[$reason['id']] ??=
                $names->get($reason['id'], $reason['id']).$range.(isset($reason['extends']) ? ', which extends it' : '');
        }
        $more = count($needed) - $shown;
        $for = $needed === [] ? '' : 'for '.implode(', ', array_slice($needed, 0, $shown)).($more > 0 ? " and {$more} more" : '');

        return implode(', and ', array_filter([$because['wanted'] ? 'asked for' : '', $for]));
    }
}
