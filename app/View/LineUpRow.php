<?php

declare(strict_types=1);

namespace App\View;

use App\Findings\Finding;
use App\Findings\Update;

/** One line of the line-up's table. */
final readonly class LineUpRow
{
    /**
     * @param  array{wanted: bool, needed: list<array{id: string, range: string}>}  $because
     * @param  string  $range  what the person asked for, "*" for the newest, nothing when it is only there for others
     * @param  string  $started  what the last launch tells of its start
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $kind,
        public string $version,
        public string $side,
        public int $size,
        public array $because,
        public string $range,
        public RowState $state,
        public string $note,
        public ?Finding $finding,
        public ?Update $update,
        public string $started = '',
    ) {
    }

    public function isPinned(): bool
    {
        return str_starts_with($this->range, '=');
    }

    public function isOff(): bool
    {
        return $this->state === RowState::Off;
    }

    /** How it differs from what is applied; nothing where it does not. */
    public function stateWords(): string
    {
        return match ($this->state) {
            RowState::Off => 'turned off',
            RowState::GoingOff => 'off in the draft,',
            RowState::Goes => 'goes with the draft,',
            RowState::ComingOn => 'on again in the draft,',
            default => '',
        };
    }
}
