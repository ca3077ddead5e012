<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

/** A package of which the pack, or what somebody made of it, has changed something. */
final readonly class Line
{
    /**
     * @param  bool  $takesPack  whether the pack's is proposed
     * @param  bool  $isContested  whether both changed it, so that a person may say otherwise
     * @param  string  $why  the reason of the proposal
     */
    public function __construct(
        public string $id,
        public Stand $was,
        public Stand $now,
        public Stand $mine,
        public bool $takesPack,
        public bool $isContested,
        public string $why,
    ) {
    }
}
