<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Drafts\Drafting;
use App\Models\Backup;
use App\Models\Draft;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Refusal\Refusal;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;

/** Puts worlds back as they were, as a step of the draft: with the mods of now, or with those of that time. */
final readonly class PuttingBack
{
    public function __construct(private Drafting $drafting)
    {
    }

    /** @param  string  $world  the only one that is put back; nothing for all of them */
    public function of(Instance $instance, Backup $backup, bool $withMods, string $world = ''): Draft
    {
        $backup->instance_id === $instance->id || throw Refusal::notFound('That is no backup of this instance.');
        $lineUp = $withMods
            ? $backup->line_up ??
                throw Refusal::conflict('Which mods there were then is not known. The worlds can be put back without them.')
            : null;

        return $this->drafting->step(
            $instance,
            fn (Plan $plan): Plan => ($lineUp === null
                ? $plan
                : PlanDocument::read($lineUp['plan'])->applied()->keepingTo($lineUp['versions'])
            )->withWorldsOf($backup->id, $world),
        );
    }

    public function ofPlay(Rehearsal $play): Draft
    {
        return $this->of(
            $play->instance,
            $play->backup ??
                throw Refusal::conflict('There were no worlds before that, or they are not kept any more. Nothing was changed.'),
            false,
        );
    }
}
