<?php

declare(strict_types=1);

namespace App\Models;

/** What is kept in a column as a JSON object, {@see AsKept}. */
interface Kept
{
    /** @param  array<string, mixed>  $kept */
    public static function of(array $kept): self;

    /** @return array<string, mixed> what {@see of()} reads */
    public function kept(): array;
}
