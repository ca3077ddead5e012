<?php

declare(strict_types=1);

namespace App\View;

use App\Models\WhyThere;
use Illuminate\Support\Collection;
use Stasimon\Core\Resolve\Selected;

/** Why a release is in a line-up, in a few words. */
final class Because
{
    private const SHOWN = 2;

    /**
     * @param  Collection<string, string>  $names  package id => name
     */
    public static function words(WhyThere $because, Collection $names): string
    {
        return self::said($because, $names, self::SHOWN);
    }

    /**
     * The same of one that a draft would have.
     *
     * @param  Collection<string, string>  $names  package id => name
     */
    public static function drafted(Selected $selected, Collection $names): string
    {
        return self::words(WhyThere::of($selected), $names);
    }

    /**
     * The same with nothing left out.
     *
     * @param  Collection<string, string>  $names  package id => name
     */
    public static function all(WhyThere $because, Collection $names): string
    {
        return self::said($because, $names, PHP_INT_MAX);
    }

    /**
     * @param  Collection<string, string>  $names
     */
    private static function said(WhyThere $because, Collection $names, int $shown): string
    {
        $needed = [];
        foreach ($because->needed as $by) {
            $range = $by->range === '*' ? '' : " ({$by->range})";
            $needed[$by->id] ??= $names->get($by->id, $by->id).$range.($by->isExtension ? ', which extends it' : '');
        }
        $more = count($needed) - $shown;
        $for = $needed === [] ? '' : 'for '.implode(', ', array_slice($needed, 0, $shown)).($more > 0 ? " and {$more} more" : '');

        return implode(', and ', array_filter([$because->isWanted ? 'asked for' : '', $for]));
    }
}
