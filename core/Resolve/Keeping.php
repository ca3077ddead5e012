<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

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
        $answer = $this->resolver->resolve($request->by(Policy::Newest)->forbidding([...$request->forbid, ...$this->otherVersions($request, $free)]));
        if ($answer instanceof Resolved || $request->have === []) {
            return $answer;
        }
        $kept = $request->by(Policy::Settled);
        do {
            $answer = $this->resolver->resolve($kept);
            $unneeded = $answer instanceof Resolved ? $answer->unneeded : [];
            $kept = $kept->having(array_diff_key($kept->have, array_flip($unneeded)));
        } while ($unneeded !== []);

        return $answer;
    }

    /**
     * @param  list<string>  $free
     * @return list<Want> every release of what is there but the one that is
     */
    private function otherVersions(Request $request, array $free): array
    {
        $others = [];
        foreach ($request->have as $id => $version) {
            $package = in_array((string) $id, $free, true) ? null : $this->resolver->catalogue->package((string) $id);
            if ($package?->positionOf($version) !== null) {
                $here = ltrim($package->exactly($version), '=');
                $others[] = new Want($package->id, "<{$here} || >{$here}");
            }
        }

        return $others;
    }
}
