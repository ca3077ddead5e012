<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property string $package_id
 * @property string $name
 * @property string $kind
 * @property string $version
 * @property string $side
 * @property array{wanted: bool, needed: list<array{id: string, range: string}>} $because
 * @property ?string $path
 * @property int $size
 * @property ?string $sha256
 */
final class PlacedRelease extends Model
{
    public $timestamps = false;

    protected $casts = ['because' => 'array'];
}
