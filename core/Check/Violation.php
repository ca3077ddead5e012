<?php

declare(strict_types=1);

namespace Stasimon\Core\Check;

/** One rule that a selection does not keep. */
final readonly class Violation
{
    /** @param  string  $rule  want, need, break, forbidden, channel, unknown or unreached */
    public function __construct(public string $rule, public string $text)
    {
    }
}
