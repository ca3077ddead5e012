<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Models\Instance;

/** Whoever keeps restore points. */
interface Points
{
    /** Whether the configs and worlds of before an entry of the history are kept. */
    public function hasOwnOf(Instance $instance, int $entry): bool;
}
