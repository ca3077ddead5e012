<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/** @implements CastsAttributes<OwnWords, OwnWords> */
final class OwnWordsCast implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): OwnWords
    {
        return OwnWords::read($value === null ? null : (string) $value);
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value?->written();
    }
}
