<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Resolve\Search\Stopped;

/**
 * Resolves a request for an instance that is there already: what comes in is as new as it can be while nothing that is
 * there changes; only when that cannot be, the settled line-up. What nothing asks for any more goes.
 */
final readonly class Keeping
{
    public function __construct(private Resolver $resolver)
    {
    }

    /**
     * @param  list<string>  $free  packages that may change all the same
     *
     * @throws Stopped
     */
    public function resolve(Request $request, array $free = []): Resolved|Refused
    {
        if ($request->have === []) {
            return $this->resolver->resolve($request->by(Policy::Newest));
        }

        return $this->resolver->unchanged($request, $free) ?? $this->settled($request);
    }

    private function settled(Request $request): Resolved|Refused
    {
        $kept = $request->by(Policy::Settled);
        do {
            $answer = $this->resolver->resolve($kept);
            $unneeded = $answer instanceof Resolved ? $answer->unneeded : [];
            $kept = $kept->having(array_diff_key($kept->have, array_flip($unneeded)));
        } while ($unneeded !== []);

        return $answer;
    }
}
