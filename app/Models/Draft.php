<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Stasimon\Core\Plan\Plan;

/**
 * @property Plan $plan
 * @property list<string> $earlier  plans as JSON, the latest last
 * @property list<string> $later  plans as JSON that were stepped back from, the next last
 * @property ?array<string, mixed> $outcome  see \App\Drafts\Outcome
 * @property int $revision
 * @property Instance $instance
 */
final class Draft extends Model
{
    protected $attributes = ['revision' => 1, 'later' => '[]'];

    protected $casts = ['plan' => PlanCast::class, 'earlier' => 'array', 'later' => 'array', 'outcome' => 'array'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }
}
