<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Models\WhyThere;

/** One line of the line-up's table. */
final readonly class LineUpRow
{
    public function __construct(
        public string $id,
        public string $name,
        public string $kind,
        public string $version,
        public string $side,
        public int $size,
        public WhyThere $because,
        public RowStanding $standing,
    ) {
    }

    public function isPinned(): bool
    {
        return str_starts_with($this->standing->range, '=');
    }

    public function isOff(): bool
    {
        return $this->standing->state === RowState::Off;
    }

    /** How it differs from what is applied; nothing where it does not. */
    public function stateWords(): string
    {
        return match ($this->standing->state) {
            RowState::Off => 'turned off',
            RowState::GoingOff => 'off in the draft,',
            RowState::Goes => 'goes with the draft,',
            RowState::ComingOn => 'on again in the draft,',
            default => '',
        };
    }
}
