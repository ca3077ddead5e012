<?php

declare(strict_types=1);

namespace App\View;

use App\Depots\Package;
use App\Drafts\Answer;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Models\Instance;
use App\Worlds\WorldPacks;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Changes;

/** What the bar at the foot of the page says of a draft. */
final readonly class DraftSummary
{
    public function __construct(private LineUps $lineUps, private Outcomes $outcomes)
    {
    }

    public function of(Instance $instance): object
    {
        $outcome = $this->outcomes->outcome($instance);
        if ($outcome->versions === null) {
            return (object) [
                'parts' => [
                    match ($outcome->answer) {
                        Answer::Open => 'being worked out',
                        Answer::GivenUp => 'takes too long to work out',
                        default => 'cannot be applied as it is',
                    },
                ],
                'appliable' => false,
            ];
        }
        $changes = Changes::between($instance->versions(), $outcome->versions);
        $moved = array_map(fn (Change $change): string => $change->id, $changes->change);
        $known = Package::query()
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
        if ($changes->remove !== []) {
            $parts[] = '−'.count($changes->remove);
        }
        if ($outcome->toFetch > 0) {
            $parts[] = Bytes::words($outcome->toFetch).' to fetch';
        }
        if ($this->lineUps->plan($instance)->once->putBack) {
            $parts[] = 'puts every file back';
        }
        if ($this->lineUps->plan($instance)->once->worlds !== 0) {
            $once = $this->lineUps->plan($instance)->once;
            $parts[] = $once->world === '' ? 'worlds as they were' : "the world {$once->world} back";
        }
        $out = count($this->lineUps->plan($instance)->once->out);
        if ($out > 0) {
            $parts[] = $out === 1 ? '1 file into the bin' : "{$out} files into the bin";
        }
        $own = $this->lineUps->plan($instance)->once->own;
        $packs = count(WorldPacks::among($own));
        foreach (['config' => count(array_filter($own, is_string(...))) - $packs, 'data pack' => $packs] as $what => $count) {
            $count === 0 ?: ($parts[] = "{$count} {$what}".($count === 1 ? '' : 's'));
        }
        $own = array_filter($own, is_int(...));
        if ($own !== []) {
            $parts[] =
                (string) array_key_first($own).
                (count($own) > 1 ? ' and '.(count($own) - 1).' more' : '').
                (array_filter($own) === [] ? ' set aside' : ' as it was');
        }

        return (object) ['parts' => $parts === [] ? ['no change to the line-up'] : $parts, 'appliable' => true];
    }
}
