<?php

declare(strict_types=1);

namespace App\Disk;

use App\Models\Instance;

/** Who keeps worlds for an apply: those of now before it, and those of another time to be laid by it. */
interface KeptWorlds
{
    public function keep(Instance $instance): void;

    /** Lays how the worlds were at a backup into a folder that is not there yet. */
    public function lay(Instance $instance, int $backup, string $to): void;
}
