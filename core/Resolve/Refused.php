<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Resolve\Search\Clause;

/** No line-up exists; the refutation says why. */
final readonly class Refused
{
    /** @param  Clause  $refutation  a clause without literals, whose parents lead to it */
    public function __construct(public Encoding $encoding, public Request $request, public Clause $refutation, public Effort $effort)
    {
    }
}
