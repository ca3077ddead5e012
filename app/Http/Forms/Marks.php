<?php

declare(strict_types=1);

namespace App\Http\Forms;

/** How marked rows come with a form. */
final readonly class Marks
{
    /** @param  string  $else  what is said where they do not come so */
    public function __construct(public string $field, public string $pattern, public int $most, public string $else)
    {
    }
}
