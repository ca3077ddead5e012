<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Numbers\NumberSheet;

/** All numbers as a strip: what the game has, what is taken, what is contested, and what is free. */
final readonly class NumberStrip
{
    public const WIDTH = 1_000;

    public function __construct(private NumberSheet $sheet)
    {
    }

    /** @return list<array{x: float, width: float, class: string}> */
    public function parts(): array
    {
        $form = $this->sheet->form;
        $parts = [];
        foreach ($form->reserved as [$first, $last]) {
            $parts[] = $this->part(max($first, $form->least), min($last, $form->most), 'game');
        }
        foreach ($this->sheet->inOrder() as $claim) {
            $parts[] = $this->part($claim->number, $claim->number, isset($this->sheet->clashes[$claim->number]) ? 'contested' : 'taken');
        }

        return $parts;
    }

    /** "159 to 165, 169 to 4095": the longest six, in order */
    public function free(): string
    {
        $runs = array_slice($this->sheet->free(), 0, 6);
        sort($runs);

        return implode(
            ', ',
            array_map(fn (array $run): string => $run[0] === $run[1] ? (string) $run[0] : "{$run[0]} to {$run[1]}", $runs),
        ) ?:
            'none';
    }

    /** @return array{x: float, width: float, class: string} */
    private function part(int $first, int $last, string $class): array
    {
        $one = self::WIDTH / ($this->sheet->form->most - $this->sheet->form->least + 1);

        return [
            'x' => round(($first - $this->sheet->form->least) * $one, 2),
            'width' => max(1.5, round(($last - $first + 1) * $one, 2)),
            'class' => $class,
        ];
    }
}
