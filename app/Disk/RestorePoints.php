<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\Steps\Points;
use App\Models\Instance;

/** What an instance's folder keeps of how it was before each apply. */
final readonly class RestorePoints implements Points
{
    public function hasOwnOf(Instance $instance, int $entry): bool
    {
        return (new Folder($instance))->hasPoint($instance->history()->find($entry)->before->task ?? '');
    }
}
