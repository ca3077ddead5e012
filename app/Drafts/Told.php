<?php

declare(strict_types=1);

namespace App\Drafts;

use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Explain\ReasonStep;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Resolve\Want;

/** Why there is no line-up, and what would help, as sentences and plans: what is left of an explanation once it is kept. */
final readonly class Told
{
    /**
     * @param  list<int>  $blame  indices into the request's wants
     * @param  list<array{text: string, from: list<int>}>  $steps
     * @param  array<string, array{text: string, changes: int, plan: string}>  $repairs  by a key that a form can send back; the plan as
     *     JSON
     * @param  bool  $isWhole  whether there was time to look for every repair
     */
    public function __construct(public array $blame, public array $steps, public array $repairs, public bool $isWhole)
    {
    }

    public static function of(Impossible $impossible, LineUp $lineUp): self
    {
        $repairs = [];
        foreach ($impossible->repairs as $repair) {
            $repaired = $lineUp->plan->repaired($repair->leadsTo);
            if ($repaired !== null && self::leadsSomewhere($repaired, $lineUp)) {
                $plan = PlanDocument::write($repaired);
                $repairs[substr(hash('sha256', $plan), 0, 16)] = [
                    'text' => rtrim($repair->text, '.'),
                    'changes' => $repair->leadsTo->changes->count(),
                    'plan' => $plan,
                ];
            }
        }

        return new self(
            $impossible->blame,
            array_map(fn (ReasonStep $step): array => ['text' => $step->text, 'from' => $step->from], $impossible->explanation),
            $repairs,
            $impossible->isWhole,
        );
    }

    /** Disregarding which version of the game a release is for is of no use where its file has nothing in it for this one. */
    private static function leadsSomewhere(Plan $repaired, LineUp $lineUp): bool
    {
        foreach ($repaired->waivers as $waiver) {
            if (
                $waiver->target === $repaired->base->game &&
                ! in_array($waiver, $lineUp->plan->waivers, true) &&
                ! $lineUp->hasFolder($waiver->id, $waiver->version)
            ) {
                return false;
            }
        }

        return true;
    }

    /** Whether all but what is to blame can be, on the same base; null where no remedy is to do without something. */
    public function othersCan(Plan $plan): ?bool
    {
        $blamed = [];
        foreach ($this->blame as $index) {
            $blamed[] = $plan->wants[$index - Plan::BASE]->id ?? '';
        }
        $can = null;
        foreach ($this->repairs as $repair) {
            $repaired = PlanDocument::read($repair['plan']);
            $without = array_filter($plan->wants, fn (Want $want): bool => ! $repaired->wants($want->id));
            if ($without !== [] && $repaired->base == $plan->base) {
                $can = $can === true || array_filter($without, fn (Want $want): bool => ! in_array($want->id, $blamed, true)) === [];
            }
        }

        return $can;
    }

    /** @return array<string, mixed> */
    public function kept(): array
    {
        return ['blame' => $this->blame, 'steps' => $this->steps, 'repairs' => (object) $this->repairs, 'isWhole' => $this->isWhole];
    }

    /** @param  array<string, mixed>  $kept */
    public static function ofKept(array $kept): self
    {
        return new self($kept['blame'], $kept['steps'], (array) $kept['repairs'], $kept['isWhole']);
    }
}
