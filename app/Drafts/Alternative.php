<?php

declare(strict_types=1);

namespace App\Drafts;

use Stasimon\Core\Explain\EitherOr;

/** A need that one of several meets, and what taking another for it would mean. */
final readonly class Alternative
{
    /** @param  array<string, array{bool, string}>  $others  package id => whether it can be, and what it would mean */
    public function __construct(public EitherOr $either, public array $others)
    {
    }
}
