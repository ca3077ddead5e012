<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Relation;

/** A decision to disregard one relation of one release. */
final readonly class Waiver
{
    /** @param  Relation  $relation  needs or breaks */
    public function __construct(public string $id, public string $version, public Relation $relation, public string $target)
    {
    }

    public function key(): string
    {
        return "{$this->id} {$this->version} {$this->relation->value} {$this->target}";
    }
}
