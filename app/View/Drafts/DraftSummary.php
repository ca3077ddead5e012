<?php

declare(strict_types=1);

namespace App\View\Drafts;

use App\Depots\PackageRow;
use App\Drafts\Answer;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Models\Instance;
use App\View\Bytes;
use App\Worlds\WorldPacks;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Plan\Once;
use Stasimon\Core\Plan\OwnChange;
use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Changes;

/** What the bar at the foot of the page says of a draft. */
final readonly class DraftSummary
{
    public function __construct(private LineUps $lineUps, private Outcomes $outcomes)
    {
    }

    /** @return object{parts: list<string>, appliable: bool} what it changes, a few words each, and whether it can be applied */
    public function of(Instance $instance): object
    {
        $outcome = $this->outcomes->outcome($instance);
        if ($outcome->versions === null) {
            $part = match ($outcome->answer) {
                Answer::Open => 'being worked out',
                Answer::GivenUp => 'takes too long to work out',
                default => 'cannot be applied as it is',
            };

            return (object) ['parts' => [$part], 'appliable' => false];
        }
        $once = $this->lineUps->plan($instance)->once;
        $parts = [
            ...self::changes($instance, Changes::between($instance->versions(), $outcome->versions)),
            ...($outcome->toFetch > 0 ? [Bytes::words($outcome->toFetch).' to fetch'] : []),
            ...self::files($once),
            ...self::own($once->own),
        ];

        $none = $instance->applied_at === null ? 'the game alone, with nothing added' : 'no change to the line-up';

        return (object) ['parts' => $parts === [] ? [$none] : $parts, 'appliable' => true];
    }

    /** @return list<string> what comes, changes and goes */
    private static function changes(Instance $instance, Changes $changes): array
    {
        $moved = array_map(fn (Change $change): string => $change->id, $changes->change);
        $known = PackageRow::query()
            ->whereIn('id', [...$changes->add, ...$moved])
            ->get(['id', 'name', 'kind'])
            ->keyBy('id');
        $names = $known->pluck('name', 'id')->union($instance->placed->pluck('name', 'package_id'));
        $kinds = [];
        foreach ($changes->add as $id) {
            $kind = Kind::tryFrom($known[$id]->kind ?? '');
            if ($kind !== null && ! $kind->isBase()) {
                $kinds[$kind->value] = ($kinds[$kind->value] ?? 0) + 1;
            }
        }
        $parts = [];
        foreach ($kinds as $kind => $count) {
            $parts[] = "+{$count} ".Kind::from($kind)->word($count);
        }
        foreach (array_slice($changes->change, 0, 2) as $change) {
            $parts[] = ($names[$change->id] ?? $change->id)." {$change->from} → {$change->to}";
        }
        if (count($moved) > 2) {
            $parts[] = count($moved) - 2 .' more change';
        }

        return $changes->remove === [] ? $parts : [...$parts, '−'.count($changes->remove)];
    }

    /** @return list<string> what is put back, and what goes into the bin */
    private static function files(Once $once): array
    {
        $out = count($once->out);

        return array_values(array_filter([
            $once->putBack ? 'puts every file back' : '',
            $once->worlds === 0 ? '' : ($once->world === '' ? 'worlds as they were' : "the world {$once->world} back"),
            $out === 0 ? '' : ($out === 1 ? '1 file into the bin' : "{$out} files into the bin"),
        ]));
    }

    /**
     * @param  array<string, OwnChange>  $own  by path
     * @return list<string>
     */
    private static function own(array $own): array
    {
        $parts = [];
        $packs = count(WorldPacks::among($own));
        $aside = array_filter($own, fn (OwnChange $to): bool => $to->content === null);
        foreach (['config' => count($own) - count($aside) - $packs, 'data pack' => $packs] as $what => $count) {
            $count === 0 ?: ($parts[] = "{$count} {$what}".($count === 1 ? '' : 's'));
        }
        if ($aside === []) {
            return $parts;
        }
        $more = count($aside) > 1 ? ' and '.(count($aside) - 1).' more' : '';

        $isPutBack = array_filter($aside, fn (OwnChange $to): bool => ! $to->isAway()) !== [];

        return [...$parts, array_key_first($aside).$more.($isPutBack ? ' as it was' : ' set aside')];
    }
}
