<?php

declare(strict_types=1);

namespace App\View\Updates;

use App\Models\Instance;

/** An instance with what is newer for it. */
final readonly class UpdatesRow
{
    /**
     * @param  int  $count  newer releases that fit together
     * @param  string  $names  the first of them
     * @param  bool  $takes  whether its draft takes newer releases
     * @param  string  $draft  what its draft changes; nothing without one
     * @param  bool  $isReady  whether its draft can be applied now
     * @param  bool  $isOnlyUpdates  whether its draft does nothing but take newer releases
     */
    public function __construct(
        public Instance $instance,
        public int $count,
        public string $names,
        public bool $takes,
        public string $draft,
        public bool $isReady,
        public bool $isOnlyUpdates,
    ) {
    }
}
