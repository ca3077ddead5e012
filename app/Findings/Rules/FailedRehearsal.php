<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Rule;
use App\Findings\Seen;
use App\Numbers\Numbers;
use App\Rehearsals\LaunchState;
use App\Rehearsals\Log\Read;
use App\Rehearsals\Log\Reading;
use Stasimon\Core\Diagnose\Counsel;
use Stasimon\Core\Game\Failure;

/** The last rehearsal failed, and nothing was applied since. */
final readonly class FailedRehearsal implements Rule
{
    public function __construct(private Reading $reading, private Numbers $numbers)
    {
    }

    public function findings(Seen $seen): array
    {
        $rehearsal = $seen->isDraft ? null : $seen->instance->lastRehearsal;
        if ($rehearsal === null || $rehearsal->state !== LaunchState::Failed || ($seen->instance->applied_at !== null && $seen->instance->applied_at > $rehearsal->created_at)) {
            return [];
        }
        $rehearsal->setRelation('instance', $seen->instance);
        $findings = [];
        $all = $this->reading->findings($rehearsal);
        foreach (array_filter($all, fn (Read $read): bool => ! $this->isToldByNumbers($read, $seen)) as $read) {
            $remedies = array_map(fn (Counsel $counsel): Remedy => new Remedy($counsel->text, 'as a draft', 'rehearsals.remedy', [$seen->instance->id, $rehearsal->number], ['remedy' => $counsel->key]), $read->remedies);
            $findings[] = new Finding(Level::Stops, "Rehearsal {$rehearsal->number} stopped", $read->sentence, $read->diagnosis->suspects[0] ?? null, $remedies);
        }

        return $all !== [] ? $findings : [new Finding(
            Level::Stops, "Rehearsal {$rehearsal->number} stopped",
            "It ended with exit code {$rehearsal->exit_code}, and its log names no cause that is known here. Read the log from its first error.",
        )];
    }

    /** Whether another rule finds the same in the configs, with what helps there. */
    private function isToldByNumbers(Read $read, Seen $seen): bool
    {
        return $read->diagnosis->kind === Failure::SameNumber && isset($this->numbers->clashes($seen->instance)[(int) $read->diagnosis->get('what')]);
    }
}
