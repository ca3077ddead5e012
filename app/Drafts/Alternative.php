<?php

declare(strict_types=1);

namespace App\Drafts;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Explain\EitherOr;

/** A need that one of several meets, and what taking another for it would mean. */
final readonly class Alternative
{
    /**
     * @param  non-empty-list<Package>  $owners  those that need it, all of them met by the same
     * @param  array<string, array{bool, string}>  $others  package id => whether it can be, and what it would mean
     */
    public function __construct(public EitherOr $either, public array $owners, public array $others)
    {
    }

    /** Whether there is anything to choose. */
    public function canBeOther(): bool
    {
        return in_array(true, array_column($this->others, 0), true);
    }

    /** Why it was taken, as the end of a sentence. */
    public function why(): string
    {
        return $this->canBeOther() || $this->either->isChosen ? $this->either->why() : 'nothing else that would do can be here';
    }
}
