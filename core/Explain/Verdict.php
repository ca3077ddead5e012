<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

/** What adding one package to a line-up would come to. */
final readonly class Verdict
{
    /** @param  string  $version  of the release that would be taken, or nothing */
    public function __construct(public Fit $fit, public string $text, public string $version = '')
    {
    }
}
