<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\Drafting;
use App\Models\Draft;
use App\Models\Instance;
use App\Refusal\Refusal;

/** Leads back to a restore point, as a draft. */
final readonly class Restoring
{
    public function __construct(private Drafting $drafting)
    {
    }

    /**
     * @param  int  $entry  of the history
     * @param  bool  $own  whether configs and worlds go back as well
     *
     * @throws Refusal for a point that is not kept
     */
    public function restore(Instance $instance, int $entry, bool $own, ?int $seen = null): Draft
    {
        $point = $instance->history()->find($entry)?->before['task'] ?? '';
        if ($own && ! (new Folder($instance))->hasPoint($point)) {
            throw Refusal::conflict('The configs and worlds of that time are not kept any more. The line-up can be restored without them.');
        }

        return $this->drafting->restore($instance, $entry, $own, $seen);
    }
}
