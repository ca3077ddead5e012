<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** A decision to disregard one relation of one release. */
final readonly class Waiver
{
    /** @param  'needs'|'breaks'  $relation */
    public function __construct(public string $id, public string $version, public string $relation, public string $target)
    {
    }

    public function key(): string
    {
        return "{$this->id} {$this->version} {$this->relation} {$this->target}";
    }
}
