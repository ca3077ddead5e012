<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * A column that holds one kind of value, or nothing.
 *
 * @implements CastsAttributes<Kept, Kept>
 */
final readonly class AsKept implements CastsAttributes
{
    /** @param  class-string<Kept>  $class */
    public function __construct(private string $class)
    {
    }

    public function get(Model $model, string $key, mixed $value, array $attributes): ?Kept
    {
        return $value === null ? null : $this->class::of(json_decode((string) $value, true, flags: JSON_THROW_ON_ERROR));
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value === null ? null : json_encode($value->kept(), JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
    }
}
