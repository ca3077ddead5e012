<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** What a release needs or suggests, where one of the alternatives is enough; or the one thing that it extends, which it needs as well. */
final readonly class Need
{
    /**
     * @param  non-empty-list<Target>  $alternatives  in the order of their ids, whatever order the document had
     * @param  string  $key  the same for needs that say the same
     * @param  bool  $isExtension  whether it lies over what it needs, and so comes after it
     */
    private function __construct(public array $alternatives, public string $key, public bool $isExtension = false)
    {
    }

    public static function of(Target $first, Target ...$others): self
    {
        $alternatives = [$first, ...array_values($others)];
        if ($others !== []) {
            usort($alternatives, fn (Target $a, Target $b): int => [$a->id, $a->range] <=> [$b->id, $b->range]);
        }

        return new self(
            $alternatives,
            $others === [] ? $first->key() : implode('|', array_map(fn (Target $target): string => $target->key(), $alternatives)),
        );
    }

    /** What a release extends: it cannot be there without it, and comes after it. */
    public static function extending(Target $target): self
    {
        return new self([$target], '+ '.$target->key(), true);
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
