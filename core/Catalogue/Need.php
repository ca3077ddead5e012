<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** What a release needs or suggests: one of the alternatives is enough. */
final readonly class Need
{
    /**
     * @param  non-empty-list<Target>  $alternatives  in the order of their ids, whatever order the document had
     * @param  string  $key  the same for needs that say the same
     */
    private function __construct(public array $alternatives, public string $key)
    {
    }

    public static function of(Target $first, Target ...$others): self
    {
        $alternatives = [$first, ...array_values($others)];
        if ($others !== []) {
            usort($alternatives, fn (Target $a, Target $b): int => [$a->id, $a->range] <=> [$b->id, $b->range]);
        }

        return new self($alternatives, $others === [] ? $first->key() : implode('|', array_map(fn (Target $target): string => $target->key(), $alternatives)));
    }

    public function names(string $id): bool
    {
        foreach ($this->alternatives as $target) {
            if ($target->id === $id) {
                return true;
            }
        }

        return false;
    }
}
