<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Resolve\Effort;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Stopped;

/** Why a request has no line-up, and what would help. */
final readonly class Impossible
{
    /**
     * @param  list<int>  $blame  indices into the request's wants
     * @param  non-empty-list<ReasonStep>  $explanation
     * @param  list<Contest>  $contested
     * @param  list<RequestRemedy>  $repairs  cheapest first
     * @param  bool  $isWhole  whether there was time to look for all of them
     */
    private function __construct(
        public array $blame,
        public array $explanation,
        public array $contested,
        public array $repairs,
        public Effort $effort,
        public bool $isWhole,
    ) {
    }

    /**
     * @param  bool  $whole  whether all of it is wanted; if not, the repairs are those that there was time for
     *
     * @throws Stopped at the resolver's deadline
     */
    public static function of(Request $request, Refused $refused, Resolver $resolver, bool $whole = true): self
    {
        $blame = Blame::of($request, $refused, $resolver);
        $steps = Explanation::of($blame->refused);
        $remedies = new Remedies($request, $blame, $resolver);
        $isWhole = true;
        try {
            $remedies->look($steps);
        } catch (Stopped $stopped) {
            if ($whole) {
                throw $stopped;
            }
            $isWhole = false;
        }

        return self::told($blame, $steps, $refused, $remedies->found(), $isWhole);
    }

    /**
     * Why, without looking for what would help.
     *
     * @throws Stopped at the resolver's deadline
     */
    public static function explained(Request $request, Refused $refused, Resolver $resolver): self
    {
        $blame = Blame::of($request, $refused, $resolver);

        return self::told($blame, Explanation::of($blame->refused), $refused, [], false);
    }

    /**
     * @param  non-empty-list<ReasonStep>  $steps
     * @param  list<RequestRemedy>  $repairs
     */
    private static function told(Blame $blame, array $steps, Refused $refused, array $repairs, bool $isWhole): self
    {
        $contested = Contest::among($steps, $blame->refused, $blame->wants);

        return new self($blame->wants, $steps, $contested, $repairs, $refused->effort, $isWhole);
    }
}
