<?php

declare(strict_types=1);

namespace App\View;

use App\Findings\Finding;

/** A line-up at a glance: a cell for each release, coloured where something was found about it. */
final class Strip
{
    /** Pixels of a cell, at least and at most, and of the whole of many. */
    private const LEAST = 2;

    private const MOST = 5;

    private const WHOLE = 400;

    /**
     * @param  string  $ids  packages, with blanks between them
     * @param  list<Finding>  $findings  most serious first
     * @return string  as HTML
     */
    public static function of(string $ids, array $findings): string
    {
        $count = $ids === '' ? 0 : substr_count($ids, ' ') + 1;
        $step = max(self::LEAST, min(self::MOST, intdiv(self::WHOLE, max(1, $count))));
        $worst = [];
        foreach (array_reverse($findings) as $finding) {
            $finding->package === null || ($worst[$finding->package] = $finding->level->value);
        }
        $cells = '';
        foreach ($worst === [] ? [] : explode(' ', $ids) as $at => $id) {
            $left = $at * $step;
            $cells .= isset($worst[$id]) ? "<i class=\"{$worst[$id]}\" style=\"left: {$left}px\"></i>" : '';
        }
        $width = $count * $step;
        $says = $count.($count === 1 ? ' release, ' : ' releases, ').count($findings).(count($findings) === 1 ? ' finding' : ' findings');
        $number = $count === 0 ? '' : $count;

        return "<span class=\"strip\" style=\"width: {$width}px; --step: {$step}px\" role=\"img\" aria-label=\"{$says}\">{$cells}</span> ".
            "<span class=\"ver quiet\">{$number}</span>";
    }
}
