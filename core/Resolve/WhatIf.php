<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Resolve\Search\Stopped;

/**
 * Tries the same wants on several bases: on which they all hold, and how many of them do on the others. What one base
 * teaches about the catalogue serves the next.
 */
final readonly class WhatIf
{
    public function __construct(private Resolver $resolver)
    {
    }

    /**
     * @param  Request  $request  with the wants that are tried on each base
     * @param  array<string, list<Want>>  $bases  name => what the base consists of: game, loader, runtime
     * @return array<string, Largest|null> name => indices into the request's wants; null when the base itself cannot be
     *
     * @throws Stopped
     */
    public function over(Request $request, array $bases): array
    {
        $results = [];
        foreach ($bases as $name => $base) {
            $largest = $this->resolver->largest($request->wanting([...$base, ...$request->want]), array_keys($base));
            $wants = array_values(array_filter(
                array_map(fn (int $index): int => $index - count($base), $largest->wants ?? []),
                fn (int $index): bool => $index >= 0,
            ));
            $results[$name] = $largest === null ? null : new Largest($wants, $largest->proved);
        }

        return $results;
    }
}
