<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Models\Instance;
use App\Refusal\Refusal;
use Illuminate\Support\Collection;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffDocument;

/** Groups that were kept for instances that are made later. */
final readonly class StarterGroups
{
    public function __construct(private HandOffs $handOffs)
    {
    }

    /** Keeps a group as it is drafted; one of that name is kept no more. */
    public function keep(Instance $instance, string $group): StarterGroup
    {
        $plan = ($instance->draft->plan ?? $instance->plan)->applied();
        isset($plan->groups[$group]) || throw Refusal::notFound("{$instance->name} has no group of that name.");

        return $this->keepGiven((new HandOff($instance->name, $plan))->only($group));
    }

    /** Keeps what somebody else gave, such as a group of theirs. */
    public function keepGiven(HandOff $given): StarterGroup
    {
        // Whatever release fits a new instance: what was asked for, and not what came of it.
        $asked = new HandOff($given->name, $given->plan);

        return StarterGroup::query()->updateOrCreate(
            ['game' => $given->plan->base->game, 'name' => mb_substr($given->name, 0, HandOff::GROUP)],
            ['document' => HandOffDocument::write($asked)],
        );
    }

    /** @return Collection<int, StarterGroup> */
    public function for(string $game): Collection
    {
        return StarterGroup::query()->where('game', $game)->orderBy('name')->limit(50)->get();
    }

    /**
     * Asks in a new instance for what groups ask for.
     *
     * @param  list<string>  $ids
     * @return bool whether there was anything
     */
    public function begin(Instance $instance, array $ids): bool
    {
        $starters = $this->for($instance->plan->base->game)->whereIn('id', $ids);
        foreach ($starters as $starter) {
            $this->handOffs->add(HandOffDocument::read($starter->document), $instance->refresh());
        }

        return $starters->isNotEmpty();
    }
}
