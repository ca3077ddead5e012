<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Resolve\Effort;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolver;

/** Why a request has no line-up, and what would help. */
final readonly class Impossible
{
    /**
     * @param  list<int>  $blame  indices into the request's wants
     * @param  non-empty-list<Step>  $explanation
     * @param  list<Contest>  $contested
     * @param  list<Repair>  $repairs  cheapest first
     */
    private function __construct(public array $blame, public array $explanation, public array $contested, public array $repairs, public Effort $effort)
    {
    }

    public static function of(Request $request, Refused $refused, Resolver $resolver): self
    {
        $blame = Blame::of($request, $refused, $resolver);
        $steps = Explanation::of($blame->refused);

        return new self(
            $blame->wants,
            $steps,
            Contest::among($steps, $blame->refused, $blame->wants),
            Remedies::of($request, $blame, $steps, $resolver),
            $refused->effort,
        );
    }
}
