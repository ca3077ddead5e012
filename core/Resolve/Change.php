<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

final readonly class Change
{
    public function __construct(public string $id, public string $from, public string $to)
    {
    }
}
