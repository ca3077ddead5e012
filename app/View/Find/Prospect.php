<?php

declare(strict_types=1);

namespace App\View\Find;

use Stasimon\Core\Explain\Verdict;

/** What asking for a package would come to. */
final readonly class Prospect
{
    /**
     * @param  array<string, string>|null  $with  package id => version, with the package in it; null when it cannot be
     * @param  array<string, Verdict>  $understudies  package id => what using it instead would come to
     */
    public function __construct(public ?array $with, public Verdict $verdict, public array $understudies)
    {
    }
}
