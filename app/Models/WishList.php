<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * Packages that somebody would like to have, on a base that is yet to be found.
 *
 * @property string $id
 * @property string $name
 * @property string $game
 * @property ?string $instance_id  that may be moved
 * @property ?Instance $instance
 * @property list<array{text: string, id: ?string, name: string, range: string, others: list<array{id: string, name: string}>}> $lines
 * @property ?string $stamp
 * @property ?array{began: array<string, string>, followers: list<array{id: string, delays: array<string, int|null>, quick: ?int,
 *     usual: ?int, slow: ?int, missed: int, quiet: ?int}>} $following
 * @property \Illuminate\Support\Carbon $updated_at
 */
final class WishList extends Model
{
    use HasUlids;

    protected $casts = ['lines' => 'array', 'following' => 'array'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** @return HasMany<WishCell, $this> */
    public function cells(): HasMany
    {
        return $this->hasMany(WishCell::class);
    }
}
