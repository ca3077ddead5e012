<?php

declare(strict_types=1);

namespace App\Findings;

use App\Drafts\Drafting;
use App\Drafts\Steps\Steps;
use App\Models\Instance;
use App\Models\Instances;
use App\Refusal\Refusal;
use App\Rehearsals\Log\Reading;
use Closure;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;

/** Takes what helps against several findings of an instance in one draft. */
final readonly class Remedying
{
    public function __construct(private Drafting $drafting, private Steps $steps, private Reading $reading)
    {
    }

    /**
     * @param  non-empty-list<Remedy>  $remedies  each of which changes a draft
     * @param  int|null  $seen  the revision of the draft that was looked at; null not to ask
     *
     * @throws Refusal
     */
    public function draft(Instance $instance, array $remedies, ?int $seen = null): void
    {
        $changes = array_map(fn (Remedy $one): Closure => $this->change($instance, $one), $remedies);
        $this->drafting->step(
            $instance,
            fn (Plan $plan): Plan => array_reduce($changes, fn (Plan $plan, Closure $change): Plan => $change($plan), $plan),
            $seen,
        );
    }

    /** Whether the draft of an instance does already what a remedy would have it do. */
    public function isDrafted(Instance $instance, Remedy $remedy): bool
    {
        $plan = $instance->draft?->plan;
        try {
            return $plan !== null && PlanDocument::write($this->change($instance, $remedy)($plan)) === PlanDocument::write($plan);
        } catch (Refusal) {
            return false;
        }
    }

    /** @return Closure(Plan): Plan */
    private function change(Instance $instance, Remedy $remedy): Closure
    {
        $step = $remedy->asStep();
        if ($step !== null) {
            return $this->steps->change($instance, $step);
        }
        $number = $remedy->launch() ?? throw Refusal::unusable("“{$remedy->label}” is nothing that a draft could do.");
        $rehearsal = Instances::launch($instance, $number) ?? throw Refusal::notFound("There is no rehearsal {$number} any more.");
        foreach ($this->reading->findings($rehearsal->setRelation('instance', $instance)) as $read) {
            foreach ($read->remedies as $one) {
                if ($one->key === ($remedy->fields['remedy'] ?? '')) {
                    return $one->change;
                }
            }
        }
        throw Refusal::conflict("“{$remedy->label}” does not help any more. Load the page again.");
    }
}
