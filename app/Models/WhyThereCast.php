<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/** @implements CastsAttributes<WhyThere, WhyThere> */
final class WhyThereCast implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): WhyThere
    {
        return $value === null ? new WhyThere() : WhyThere::read((string) $value);
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value?->written();
    }
}
