<?php

declare(strict_types=1);

namespace App\Drafts;

use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Explain\Step;
use Stasimon\Core\Plan\PlanDocument;

/** Why there is no line-up, and what would help, as sentences and plans: what is left of an explanation once it is kept. */
final readonly class Told
{
    /**
     * @param  list<int>  $blame  indices into the request's wants
     * @param  list<array{text: string, from: list<int>}>  $steps
     * @param  array<string, array{text: string, changes: int, plan: string}>  $repairs  by a key that a form can send back; the plan as JSON
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
            if ($repaired !== null) {
                $plan = PlanDocument::write($repaired);
                $repairs[substr(hash('sha256', $plan), 0, 16)] = ['text' => rtrim($repair->text, '.'), 'changes' => $repair->leadsTo->changes->count(), 'plan' => $plan];
            }
        }

        return new self($impossible->blame, array_map(fn (Step $step): array => ['text' => $step->text, 'from' => $step->from], $impossible->explanation), $repairs, $impossible->isWhole);
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
