<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Models\AsKept;
use App\Models\Instance;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Stasimon\Core\Evidence\Licence;

/**
 * A file that a person brought.
 *
 * @property string $id
 * @property string $game
 * @property string $name
 * @property int $size  in bytes
 * @property int $come  bytes that have come
 * @property ?string $sha256
 * @property ShelfState $state
 * @property ?string $problem
 * @property ?Recognised $found
 * @property ?array{id: string, where: string, line: string} $licence  {@see \Stasimon\Core\Evidence\Licence}; null where it was not looked
 *     for
 * @property ?string $package_id
 * @property ?string $version
 * @property ?string $source  an address that it came from
 * @property ?string $note
 * @property ?string $instance_id
 * @property ?Instance $instance
 * @property \Illuminate\Support\Carbon $created_at
 */
final class ShelfFile extends Model
{
    use HasUlids;

    public const UPDATED_AT = null;

    protected $attributes = ['state' => 'coming', 'come' => 0];

    protected $casts = [
        'state' => ShelfState::class,
        'found' => AsKept::class.':'.Recognised::class,
        'licence' => 'array',
        'size' => 'integer',
        'come' => 'integer',
        'created_at' => 'datetime',
    ];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** What it says of being passed on. */
    public function terms(): Licence
    {
        return new Licence(...$this->licence ?? []);
    }

    /** Whether it is the very file that a depot has. */
    public function isOfDepot(): bool
    {
        return $this->found?->how === 'depot';
    }

    /** Where it is while it comes. */
    public function path(): string
    {
        return config('stasimon.var')."/shelf/{$this->id}";
    }
}
