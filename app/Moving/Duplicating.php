<?php

declare(strict_types=1);

namespace App\Moving;

use App\Drafts\Drafting;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Work\Tasks;
use Stasimon\Core\Plan\Plan;

/** Makes a second instance like one that is there: its releases are linked from the store, so it costs what is its own alone. */
final readonly class Duplicating
{
    public function __construct(private Drafting $drafting, private CopyOwn $copy)
    {
    }

    /** @param  list<string>  $worlds  that are copied as well */
    public function make(Instance $instance, string $name, array $worlds): Instance
    {
        $instance->applied_at !== null || throw Refusal::conflict('Nothing is applied yet, so there is nothing to make another of.');
        Tasks::refuseWhilePlayed($instance);
        $versions = $instance->versions();
        $made = Instance::query()->create([
            'name' => $name,
            'plan' => new Plan($instance->plan->base),
            'colour' => $instance->colour,
            'picture' => $instance->picture,
            'pack_id' => $instance->pack_id,
        ]);
        $this->drafting->step($made, fn (): Plan => $instance->plan->applied()->keepingTo($versions));
        $this->copy->start($instance, $made, $worlds);

        return $made;
    }
}
