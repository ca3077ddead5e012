<?php

declare(strict_types=1);

namespace App\View\Find;

use App\Depots\PackageRow;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\Steps;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\View\Bytes;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Resolve\Changes;

/** What packages that are marked come to together, before they are in a draft. */
final readonly class Basket
{
    /** Packages that are looked at together. */
    public const MOST = 500;

    public function __construct(private LineUps $lineUps, private Outcomes $outcomes, private Steps $steps)
    {
    }

    /**
     * @param  list<string>  $ids
     * @return string  a sentence; nothing where there was no time to find out
     */
    public function words(Instance $instance, array $ids): string
    {
        // As the step would add them, with the channels that have to be allowed.
        try {
            $plan = $this->steps->change($instance, new Add($ids))($this->lineUps->plan($instance));
        } catch (Refusal $refusal) {
            return $refusal->getMessage();
        }
        $lineUp = $this->lineUps->lineUpOf($plan, $instance);
        if ($lineUp->isStopped) {
            return '';
        }
        if ($lineUp->resolved === null) {
            return 'Not all of them can be here together. The draft says which, and why.';
        }
        $changes = Changes::between($this->outcomes->outcome($instance)->versions ?? $instance->versions(), $lineUp->resolved->versions());
        $kinds = PackageRow::query()->whereIn('id', $changes->add)->pluck('kind')->countBy();
        $parts = [];
        foreach ([Kind::Mod, ...array_filter(Kind::cases(), fn (Kind $kind): bool => $kind !== Kind::Mod && ! $kind->isBase())] as $kind) {
            $count = (int) ($kinds[$kind->value] ?? 0);
            $count === 0 || ($parts[] = "{$count} ".$kind->word($count));
        }

        return implode('; ', array_filter([
            $parts === [] ? 'All of it is there already' : 'With what they need '.implode(' and ', $parts),
            $lineUp->toFetch() > 0 ? Bytes::words($lineUp->toFetch()).' to fetch' : '',
            self::others(count($changes->change), count($changes->remove)),
        ])).'.';
    }

    private static function others(int $changed, int $gone): string
    {
        return match (true) {
            $changed === 0 && $gone === 0 => 'nothing else changes',
            $gone === 0 => $changed === 1 ? 'one other release changes' : "{$changed} other releases change",
            $changed === 0 => $gone === 1 ? 'one other goes' : "{$gone} others go",
            default => "{$changed} other releases change, {$gone} go",
        };
    }
}
