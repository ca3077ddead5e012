<?php

declare(strict_types=1);

namespace App\Access;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * Something that a person has opened on purpose.
 *
 * @property int $id
 * @property OpeningKind $kind
 * @property string $what  a path, or "host:port"
 * @property ?CarbonImmutable $until  null for as long as nobody closes it
 * @property CarbonImmutable $created_at
 */
final class Opening extends Model
{
    public const UPDATED_AT = null;

    protected $casts = ['kind' => OpeningKind::class, 'until' => 'immutable_datetime', 'created_at' => 'immutable_datetime'];

    /** @return Builder<self> those that are open now */
    public static function open(): Builder
    {
        return self::query()->where(fn (Builder $any) => $any->whereNull('until')->orWhere('until', '>', now()));
    }
}
