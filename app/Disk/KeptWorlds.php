<?php

declare(strict_types=1);

namespace App\Disk;

use App\Models\Instance;

/** Who keeps worlds for an apply: those of now before it, and those of another time to be laid by it. */
interface KeptWorlds
{
    /** @return int|null the backup that has them as they are; null where there are none */
    public function keep(Instance $instance): ?int;

    /**
     * Lays how the worlds were at a backup into a folder.
     *
     * @param  string  $world  the only one that is laid; nothing for all of them
     */
    public function lay(Instance $instance, int $backup, string $to, string $world = ''): void;
}
