<?php

declare(strict_types=1);

namespace App\Numbers;

use Stasimon\Core\Game\NumberForm;
use Stasimon\Core\Number\Claim;
use Stasimon\Core\Number\NumberGroup;

/** Which numbers are claimed, where they clash, and what would change so that none does. */
final readonly class NumberSheet
{
    /**
     * @param  list<Claim>  $claims
     * @param  array<int, list<Claim>>  $clashes  by number
     * @param  array<string, int>|null  $moves  key of a claim => its new number; null where there is no way
     * @param  array<int, true>  $used  numbers that a world uses
     * @param  list<NumberGroup>  $torn  pairs whose numbers do not follow one another
     */
    public function __construct(
        public NumberForm $form,
        public array $claims,
        public array $clashes,
        public ?array $moves,
        public array $used,
        public array $torn = [],
    ) {
    }

    /** @return list<Claim> by number */
    public function inOrder(): array
    {
        $claims = $this->claims;
        usort($claims, fn (Claim $a, Claim $b): int => [$a->number, $a->file, $a->line] <=> [$b->number, $b->file, $b->line]);

        return $claims;
    }

    /** @return list<array{int, int}> runs that are free, the largest first: first and last */
    public function free(): array
    {
        $taken =
            $this->form->ofGame() + $this->used + array_fill_keys(array_map(fn (Claim $claim): int => $claim->number, $this->claims), true);
        $runs = [];
        $from = null;
        for ($number = $this->form->least; $number <= $this->form->most + 1; $number++) {
            $isFree = $number <= $this->form->most && ! isset($taken[$number]);
            if ($isFree && $from === null) {
                $from = $number;
            } elseif (! $isFree && $from !== null) {
                $runs[] = [$from, $number - 1];
                $from = null;
            }
        }
        usort($runs, fn (array $a, array $b): int => $b[1] - $b[0] <=> $a[1] - $a[0]);

        return $runs;
    }
}
