<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Fact;

/** The request wants a package. */
final readonly class Wanted implements Fact
{
    /** @param  int  $index  into the request's wants */
    public function __construct(public int $index)
    {
    }
}
