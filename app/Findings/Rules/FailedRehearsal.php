<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Models\LaunchState;
use App\Numbers\Numbers;
use App\Rehearsals\Log\Read;
use App\Rehearsals\Log\Reading;
use Stasimon\Core\Diagnose\PlanRemedy;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Plan\Loss;

/**
 * The last launch failed. What was applied since may have helped or not: that is known when one comes up clean, and no draft
 * clears it.
 */
final readonly class FailedRehearsal implements FindingRule
{
    public function __construct(private Reading $reading, private Numbers $numbers)
    {
    }

    public static function called(): string
    {
        return 'Failed launches';
    }

    public static function help(): string
    {
        return 'The last launch of what is on disk did not come up, and its log names why. What is offered changes the '.
            'draft; only the next rehearsal shows whether it helped.';
    }

    public function findings(Seen $seen): array
    {
        $rehearsal = $seen->isDraft ? null : $seen->instance->lastRehearsal;
        if ($rehearsal === null || $rehearsal->state !== LaunchState::Failed) {
            return [];
        }
        $rehearsal->setRelation('instance', $seen->instance);
        $title = ($rehearsal->isPlay() ? 'Launch ' : 'Rehearsal ')."{$rehearsal->number} stopped";
        if (! $rehearsal->isOfNow($seen->instance)) {
            return [$this->toBeTried($title, $this->reading->sentences($rehearsal)[0] ?? '', $seen)];
        }
        $all = $this->reading->findings($rehearsal);
        $findings = [];
        foreach (array_filter($all, fn (Read $read): bool => ! $this->isToldByNumbers($read, $seen)) as $read) {
            $parameters = [$seen->instance->id, $rehearsal->number];
            $remedies = array_map(
                fn (PlanRemedy $counsel): Remedy => new Remedy(
                    $counsel->text,
                    'as a draft',
                    'rehearsals.remedy',
                    $parameters,
                    ['remedy' => $counsel->key],
                    Loss::isNone($seen->plan, ($counsel->change)($seen->plan)),
                ),
                $read->remedies,
            );
            $findings[] = new Finding(
                Level::Stops,
                $title,
                $read->sentence,
                $read->diagnosis->suspects[0] ?? null,
                $remedies,
                byLaunch: true,
            );
        }

        return $all !== []
            ? $findings
            : [
                new Finding(
                    Level::Stops,
                    $title,
                    "It ended with exit code {$rehearsal->exit_code}, and its log names no cause that is known here. Read the log from ".
                        'its first error.',
                    byLaunch: true,
                ),
            ];
    }

    private function toBeTried(string $title, string $said, Seen $seen): Finding
    {
        return new Finding(
            Level::Look,
            "{$title}, and nothing was launched since",
            ($said === '' ? '' : "Its log said: {$said} ").
                'Something was applied after it. Whether that helped is known when the game has been launched again.',
            null,
            [new Remedy('Rehearse', 'what is applied now', 'rehearsals.store', [$seen->instance->id])],
            byLaunch: true,
        );
    }

    /** Whether another rule finds the same in the configs, with what helps there. */
    private function isToldByNumbers(Read $read, Seen $seen): bool
    {
        return $read->diagnosis->kind === Failure::SameNumber &&
            isset($this->numbers->clashes($seen->asSeen())[(int) $read->diagnosis->get('what')]);
    }
}
