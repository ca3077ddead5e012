<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * @property string $id
 * @property string $kind
 * @property string $name
 * @property string $summary
 * @property string $side
 * @property string $document
 */
final class PackageRow extends Model
{
    protected $table = 'packages';

    public $incrementing = false;

    public $timestamps = false;

    protected $keyType = 'string';

    protected $casts = ['categories' => 'array', 'published_at' => 'immutable_datetime'];

    /** @return HasMany<ReleaseRow, $this> */
    public function releases(): HasMany
    {
        return $this->hasMany(ReleaseRow::class, 'package_id');
    }
}
