<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property string $package_id
 * @property string $version
 * @property string $file_name
 * @property int $file_size
 * @property string $file_sha256
 * @property string $file_path
 * @property ?string $content
 * @property int $depot_id
 * @property Depot $depot
 * @property PackageRow $package
 */
final class ReleaseRow extends Model
{
    public $timestamps = false;

    /** Its key is of three columns: package, version and depot. */
    public $incrementing = false;

    protected $table = 'releases';

    protected $primaryKey = null;

    protected $casts = ['recommended' => 'boolean', 'published_at' => 'immutable_datetime'];

    /** @return BelongsTo<PackageRow, $this> */
    public function package(): BelongsTo
    {
        return $this->belongsTo(PackageRow::class, 'package_id');
    }

    /** @return BelongsTo<Depot, $this> */
    public function depot(): BelongsTo
    {
        return $this->belongsTo(Depot::class);
    }
}
