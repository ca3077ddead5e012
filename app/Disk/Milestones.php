<?php

declare(strict_types=1);

namespace App\Disk;

/** Told of each step that an apply has reached. In earnest nobody listens. */
class Milestones
{
    public function reached(string $step): void
    {
    }
}
