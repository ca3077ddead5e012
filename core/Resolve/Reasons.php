<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Version\Syntax;

/** Why each release of a line-up is there. */
final readonly class Reasons
{
    public function __construct(private Encoding $encoding)
    {
    }

    /**
     * @param  array<int, int>  $positions  package => position
     * @return array<int, list<Reason>> package => the wants it satisfies, then the releases that need it, by id
     */
    public function of(array $positions): array
    {
        $because = [];
        foreach ($this->encoding->request->want as $index => $want) {
            foreach ($this->satisfying(new Target($want->id, $want->range), $want->syntax, $positions) as $package) {
                $because[$package][] = Reason::want($index);
            }
        }
        $byId = array_keys($positions);
        usort($byId, fn (int $a, int $b): int => strcmp($this->encoding->packages[$a]->id, $this->encoding->packages[$b]->id));
        foreach ($byId as $package) {
            $owner = $this->encoding->packages[$package];
            foreach ($this->encoding->needsOf($package, $positions[$package]) as $need) {
                foreach ($need->alternatives as $target) {
                    foreach ($this->satisfying($target, $owner->syntax, $positions) as $needed) {
                        if ($needed !== $package) {
                            $because[$needed][] = Reason::need(
                                $owner->id,
                                $owner->releases[$positions[$package]]->version,
                                $target->range,
                                $need->isExtension,
                            );
                        }
                    }
                }
            }
        }

        return $because;
    }

    /**
     * @param  array<int, int>  $positions
     * @return list<int> the packages in the line-up that satisfy a target
     */
    private function satisfying(Target $target, Syntax $syntax, array $positions): array
    {
        $found = [];
        foreach ($this->encoding->options($target, $syntax) as $package => $set) {
            $position = $positions[$package] ?? null;
            if ($position !== null && ((ord($set[($position + 1) >> 3]) >> (($position + 1) & 7)) & 1) === 1) {
                $found[] = $package;
            }
        }

        return $found;
    }
}
