<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/** @implements CastsAttributes<RestorePoint, RestorePoint> */
final class RestorePointCast implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): RestorePoint
    {
        return RestorePoint::read(json_decode((string) $value, true, flags: JSON_THROW_ON_ERROR));
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return $value === null ? throw new \InvalidArgumentException('A restore point is never nothing.') : $value->written();
    }
}
