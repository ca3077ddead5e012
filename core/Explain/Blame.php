<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Clause;

/** A smallest set of wants that cannot hold together, and the refusal of those alone. */
final readonly class Blame
{
    /** @param  list<int>  $wants  ascending indices into the request's wants; take any one away and the rest can hold */
    private function __construct(public array $wants, public Refused $refused)
    {
    }

    public static function of(Request $request, Refused $refused, Resolver $resolver): self
    {
        $request = $request->by(Policy::Newest);
        $suspects = self::wantsIn($refused->refutation, array_keys($request->want));
        $needed = [];
        while ($suspects !== []) {
            $tried = array_shift($suspects);
            $rest = [...$needed, ...$suspects];
            sort($rest);
            $without = $resolver->refusal($request->wantingOnly($rest));
            if ($without !== null) {
                $suspects = array_values(array_intersect(self::wantsIn($without->refutation, $rest), $suspects));
            } else {
                $needed[] = $tried;
            }
        }
        sort($needed);

        return new self($needed, $resolver->refusal($request->wantingOnly($needed)) ?? $refused);
    }

    /**
     * @param  list<int>  $indices  the encoding's wants => indices into the request's own
     * @return list<int> ascending
     */
    private static function wantsIn(Clause $refutation, array $indices): array
    {
        $found = $seen = [];
        $queue = [$refutation];
        while ($queue !== []) {
            $clause = array_pop($queue);
            if (isset($seen[spl_object_id($clause)])) {
                continue;
            }
            $seen[spl_object_id($clause)] = true;
            if ($clause->fact instanceof Wanted) {
                $found[] = $indices[$clause->fact->index];
            }
            array_push($queue, ...$clause->parents);
        }
        $found = array_values(array_unique($found));
        sort($found);

        return $found;
    }
}
