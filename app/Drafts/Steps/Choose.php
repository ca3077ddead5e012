<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Drafts\Alternatives;
use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Explain\EitherOr;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Choice;

/** Has one of several packages meet a need of another, from the channel that it takes. */
final readonly class Choose extends OfPair
{
    public static function key(): string
    {
        return 'choose';
    }

    public function change(Here $here): Closure
    {
        $among = self::among($here, $this->id, $this->target);
        $take = $here->catalogue()->package($this->target);
        if ($among === [] || $take === null) {
            throw Refusal::unusable('That does not meet a need that another could meet as well, so there is nothing to choose.');
        }
        $channel = Alternatives::channelFor($take, $here->plan());

        return function (Plan $plan) use ($among, $channel): Plan {
            $plan = $plan->choosing(new Choice($this->id, $this->target), $among);

            return $channel === null ? $plan : $plan->allowing($this->target, $channel);
        };
    }

    /** @return list<string> what meets needs of a package that another meets as well, that one included */
    public static function among(Here $here, string $of, string $take): array
    {
        $catalogue = $here->catalogue();
        $owner = $catalogue->package($of);
        $among = [];
        if ($owner === null) {
            return [];
        }
        foreach ($owner->releases as $release) {
            foreach ($release->needs() as $need) {
                $able = array_map(fn (Package $one): string => $one->id, EitherOr::able($need, $owner, $catalogue));
                if (count($able) > 1 && in_array($take, $able, true)) {
                    array_push($among, ...$able);
                }
            }
        }

        return array_values(array_unique($among));
    }
}
