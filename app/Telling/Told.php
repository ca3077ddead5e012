<?php

declare(strict_types=1);

namespace App\Telling;

use App\Models\Instance;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Something that a person is told once, and that stands on the first page until it was seen.
 *
 * @property int $id
 * @property string $key  what it is about: of two with one key the first counts
 * @property Occurrence $kind
 * @property ?string $instance_id
 * @property ?Instance $instance
 * @property string $sentence
 * @property string $act  what is pressed to look at it
 * @property string $address  of the page where that leads, below the application's own
 * @property \Carbon\CarbonImmutable $told_at
 * @property ?\Carbon\CarbonImmutable $seen_at
 */
final class Told extends Model
{
    public $timestamps = false;

    protected $table = 'told';

    protected $casts = ['kind' => Occurrence::class, 'told_at' => 'immutable_datetime', 'seen_at' => 'immutable_datetime'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }
}
