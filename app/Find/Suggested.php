<?php

declare(strict_types=1);

namespace App\Find;

use Stasimon\Core\Explain\Verdict;

/** A package that others in a line-up go well with, and that is not in it. */
final readonly class Suggested
{
    /**
     * @param  list<string>  $by  the titles of those that suggest it
     * @param  bool  $isLeft  whether a person does not want to have it here
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $summary,
        public array $by,
        public Verdict $verdict,
        public bool $isLeft,
    ) {
    }
}
