<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Models\Instance;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A log from elsewhere.
 *
 * @property string $id
 * @property string $game
 * @property string $name
 * @property LogState $state
 * @property ?string $problem
 * @property ?string $reading  {@see Said}
 * @property ?string $instance_id  whose line-up it is read against
 * @property ?Instance $instance
 * @property \Illuminate\Support\Carbon $created_at
 */
final class DroppedLog extends Model
{
    use HasUlids;

    public const UPDATED_AT = null;

    protected $attributes = ['state' => 'waiting'];

    protected $casts = ['state' => LogState::class, 'created_at' => 'datetime'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** Where its text is kept, or, with an ending, what it came as. */
    public function path(string $ending = 'log'): string
    {
        return config('stasimon.var')."/dropped/{$this->id}.{$ending}";
    }
}
