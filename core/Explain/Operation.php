<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

/** One operation of a JSON Patch (RFC 6902) on a request. */
final readonly class Operation
{
    /** @param  array<mixed>|string|null  $value  what is put there; none when something is removed */
    public function __construct(public string $op, public string $path, public array|string|null $value = null)
    {
    }
}
