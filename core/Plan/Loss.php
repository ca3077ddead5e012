<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

use Stasimon\Core\Resolve\Want;

/** What a change of a plan gives up. */
final class Loss
{
    /**
     * Whether all that a person asked for or decided stays so, on the same version of the game and the same loader, with worlds and
     * configs as they are.
     */
    public static function isNone(Plan $before, Plan $after): bool
    {
        $ids = fn (Plan $one): array => array_map(fn (Want $want): string => $want->id, $one->wants);

        return array_diff($ids($before), $ids($after)) === [] &&
            $after->base->gameVersion === $before->base->gameVersion &&
            $after->base->loader === $before->base->loader &&
            count($after->off) <= count($before->off) &&
            $after->waivers == $before->waivers &&
            $after->order === $before->order &&
            $after->once->putBack === $before->once->putBack &&
            $after->once->own === [] &&
            $after->once->out === [] &&
            $after->once->worlds === 0 &&
            $after->once->restore === null;
    }
}
