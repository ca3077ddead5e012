<?php

declare(strict_types=1);

namespace App\View;

use App\Instances\Drafting;
use App\Models\Instance;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Resolve\Change;

/** What the bar at the foot of the page says of a draft. */
final readonly class DraftSummary
{
    public function __construct(private Drafting $drafting)
    {
    }

    public function of(Instance $instance): object
    {
        $lineUp = $this->drafting->lineUp($instance);
        if ($lineUp->resolved === null) {
            return (object) ['parts' => ['cannot be applied as it is'], 'appliable' => false];
        }
        $changes = $lineUp->changes();
        $kinds = [];
        foreach ($changes->add as $id) {
            $kind = $lineUp->catalogue->package($id)?->kind;
            if ($kind !== null && ! $kind->isBase()) {
                $kinds[$kind->value] = ($kinds[$kind->value] ?? 0) + 1;
            }
        }
        $parts = [];
        foreach ($kinds as $kind => $count) {
            $parts[] = "+{$count} ".Kind::from($kind)->word($count);
        }
        $moved = array_map(fn (Change $change): string => ($lineUp->catalogue->package($change->id)?->title() ?? $change->id)." {$change->from} → {$change->to}", $changes->change);
        array_push($parts, ...array_slice($moved, 0, 2));
        if (count($moved) > 2) {
            $parts[] = (count($moved) - 2).' more change';
        }
        if ($changes->remove !== []) {
            $parts[] = '−'.count($changes->remove);
        }
        if ($lineUp->toFetch() > 0) {
            $parts[] = Bytes::words($lineUp->toFetch()).' to fetch';
        }
        if ($lineUp->plan->putBack) {
            $parts[] = 'puts every file back';
        }

        return (object) ['parts' => $parts === [] ? ['no change to the line-up'] : $parts, 'appliable' => true];
    }
}
