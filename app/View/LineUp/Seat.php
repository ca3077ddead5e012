<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Findings\Finding;
use App\Models\PlacedRelease;

/** One package of a line-up as the theatre draws it. */
final readonly class Seat
{
    /**
     * @param  list<string>  $rests  ids of the packages that it rests on
     * @param  bool  $isShown  whether the filter lets it through
     */
    public function __construct(
        private PlacedRelease $placed,
        public array $rests,
        public ?Finding $finding,
        public bool $isShown,
        public Wedge $wedge,
    ) {
    }

    public function id(): string
    {
        return $this->placed->package_id;
    }

    /** @return list<string> ids of the packages that rest on it */
    public function carries(): array
    {
        return $this->placed->because->needers();
    }

    /** Its name, its version, and what is wrong with it. */
    public function words(): string
    {
        return "{$this->placed->name} {$this->placed->version}".($this->finding === null ? '' : ": {$this->finding->title}");
    }

    /**
     * What the page's script draws threads from.
     *
     * @return array{id: string, name: string, version: string, rests: list<string>, carries: list<string>, finding: string|null, x: float,
     *     y: float}
     */
    public function drawn(): array
    {
        return [
            'id' => $this->id(),
            'name' => $this->placed->name,
            'version' => $this->placed->version,
            'rests' => $this->rests,
            'carries' => $this->carries(),
            'finding' => $this->finding?->title,
            'x' => $this->wedge->x(),
            'y' => $this->wedge->y(),
        ];
    }
}
