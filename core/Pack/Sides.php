<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

/** Whose is taken where a pack and a person both changed something; where nothing is said of it, what is proposed. */
final readonly class Sides
{
    /**
     * @param  array<string, bool>  $packages  id => whether the pack's is taken
     * @param  list<string>  $others  what else the pack's is taken of, each as {@see PackUpdate::contested()} calls it
     * @param  list<string>  $configs  paths of configs in whose contested places the pack's is taken
     */
    public function __construct(public array $packages = [], public array $others = [], public array $configs = [])
    {
    }
}
