<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use Stasimon\Core\Diagnose\Diagnosis;
use Stasimon\Core\Diagnose\PlanRemedy;

/** A diagnosis in our words, with what would help. */
final readonly class Read
{
    /**
     * @param  list<PlanRemedy>  $remedies  each known to lead to a line-up
     * @param  bool  $isWhole  whether everything was tried that could help
     */
    public function __construct(public Diagnosis $diagnosis, public string $sentence, public array $remedies, public bool $isWhole = true)
    {
    }
}
