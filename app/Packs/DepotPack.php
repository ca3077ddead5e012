<?php

declare(strict_types=1);

namespace App\Packs;

use App\Depots\Depot;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A release of a pack that a depot lists.
 *
 * @property int $id
 * @property int $depot_id
 * @property Depot $depot
 * @property string $pack  the id that its author gave it
 * @property string $version
 * @property string $name
 * @property string $summary
 * @property string $licence
 * @property string $game
 * @property string $game_version
 * @property string $loader
 * @property string $channels  by which its depot leads to it, with blanks between
 * @property int $packages  how many it consists of
 * @property string $file_path  below the depot's address
 * @property int $file_size  in bytes
 * @property string $file_sha256
 * @property ?\Carbon\CarbonImmutable $published_at
 */
final class DepotPack extends Model
{
    public $timestamps = false;

    protected $casts = ['published_at' => 'immutable_datetime', 'file_size' => 'integer', 'packages' => 'integer'];

    /** @return BelongsTo<Depot, $this> */
    public function depot(): BelongsTo
    {
        return $this->belongsTo(Depot::class);
    }
}
