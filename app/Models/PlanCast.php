<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;

/** @implements CastsAttributes<Plan, Plan> */
final class PlanCast implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): Plan
    {
        return PlanDocument::read((string) $value);
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return $value === null ? throw new \InvalidArgumentException('A plan is never nothing.') : PlanDocument::write($value);
    }
}
