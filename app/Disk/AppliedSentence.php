<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use Stasimon\Core\Plan\Once;
use Stasimon\Core\Plan\Restore;
use Stasimon\Core\Resolve\Change;

/** What the history says of an apply. */
final readonly class AppliedSentence
{
    /** Packages that it names, of those that came, changed or went. */
    private const NAMED = 10;

    private function __construct(private LineUp $lineUp)
    {
    }

    /** @param  list<string>  $displaced  paths that went into the bin */
    public static function of(LineUp $lineUp, array $displaced): string
    {
        $self = new self($lineUp);
        $binned = $displaced === [] ? '' : 'Put into the bin '.self::listed(array_map(mb_scrub(...), $displaced));
        $parts = array_filter([self::back($lineUp->plan->once->restore), ...$self->changes(), ...self::own($lineUp->plan->once), $binned]);

        return $parts === [] ? 'Changed the base or what is allowed; the line-up stayed.' : implode(' ', $parts);
    }

    private static function back(?Restore $restore): string
    {
        return match (true) {
            $restore === null => '',
            $restore->point === Restore::ELSEWHERE => 'Kept to the releases of a line-up from elsewhere.',
            $restore->own => 'Went back to an earlier line-up, with its configs and worlds.',
            default => 'Went back to an earlier line-up.',
        };
    }

    /** @return list<string> */
    private function changes(): array
    {
        $changes = $this->lineUp->changes();
        $base = $this->lineUp->plan->base;
        $name = fn (string $id): string => $this->lineUp->catalogue->package($id)?->title() ?? $id;
        $moved = fn (Change $change): string => "{$name($change->id)} {$change->from} to {$change->to}";
        $add = array_values(array_diff($changes->add, [$base->game, $base->runtime]));

        return [
            $add === [] ? '' : 'Added '.self::listed(array_map($name, $add)),
            $changes->change === [] ? '' : 'Changed '.self::listed(array_map($moved, $changes->change)),
            $changes->remove === [] ? '' : 'Removed '.self::listed(array_map($name, $changes->remove)),
        ];
    }

    /** @return list<string> of files, worlds and configs */
    private static function own(Once $once): array
    {
        $worlds = $once->world === '' ? 'Put worlds back as they were.' : "Put the world {$once->world} back as it was.";

        return [
            $once->putBack ? 'Put every file back.' : '',
            $once->worlds === 0 ? '' : $worlds,
            $once->own === [] ? '' : 'Changed, set aside or put back '.self::listed(array_map(strval(...), array_keys($once->own))),
        ];
    }

    /** @param  list<string>  $names */
    private static function listed(array $names): string
    {
        sort($names, SORT_NATURAL | SORT_FLAG_CASE);
        $more = count($names) > self::NAMED ? ' and '.(count($names) - self::NAMED).' more' : '';

        return implode(', ', array_slice($names, 0, self::NAMED)).$more.'.';
    }
}
