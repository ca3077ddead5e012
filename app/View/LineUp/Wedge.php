<?php

declare(strict_types=1);

namespace App\View\LineUp;

/** Where a seat lies: part of a ring around the middle of the theatre. Lengths are in the units of the drawing, angles in radians. */
final readonly class Wedge
{
    /** From its inner to its outer side. */
    public const DEPTH = 25;

    /**
     * @param  float  $radius  of its inner side
     * @param  float  $from  angle of its left side, from the right
     * @param  float  $to  likewise of its right side
     * @param  float  $middle  x of the middle of the theatre
     * @param  float  $floor  y of it
     */
    public function __construct(
        public float $radius,
        public float $from,
        public float $to,
        private float $middle,
        private float $floor,
    ) {
    }

    /** Its outline, as SVG has it. */
    public function path(): string
    {
        $outer = $this->radius + self::DEPTH;
        $at = fn (float $radius, float $angle): string => $this->xOf($radius, $angle).' '.$this->yOf($radius, $angle);

        return "M{$at($this->radius, $this->from)}A{$this->radius} {$this->radius} 0 0 1 {$at($this->radius, $this->to)}".
            "L{$at($outer, $this->to)}A{$outer} {$outer} 0 0 0 {$at($outer, $this->from)}Z";
    }

    /** Of its middle. */
    public function x(): float
    {
        return $this->xOf($this->radius + self::DEPTH / 2, ($this->from + $this->to) / 2);
    }

    /** Of its middle. */
    public function y(): float
    {
        return $this->yOf($this->radius + self::DEPTH / 2, ($this->from + $this->to) / 2);
    }

    private function xOf(float $radius, float $angle): float
    {
        return round($this->middle + $radius * cos($angle), 1);
    }

    private function yOf(float $radius, float $angle): float
    {
        return round($this->floor - $radius * sin($angle), 1);
    }
}
