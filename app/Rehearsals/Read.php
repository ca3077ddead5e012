<?php

declare(strict_types=1);

namespace App\Rehearsals;

use Stasimon\Core\Rehearse\Counsel;
use Stasimon\Core\Rehearse\Diagnosis;

/** A diagnosis in our words, with what would help. */
final readonly class Read
{
    /** @param  list<Counsel>  $remedies */
    public function __construct(public Diagnosis $diagnosis, public string $sentence, public array $remedies)
    {
    }
}
