<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** What would help after a diagnosis, as far as it was tried. */
final readonly class Tried
{
    /**
     * @param  list<PlanRemedy>  $counsels  each known to lead to a line-up, what helps most likely first
     * @param  bool  $isWhole  whether everything was tried that could help
     */
    public function __construct(public array $counsels, public bool $isWhole)
    {
    }
}
