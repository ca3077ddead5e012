<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Stasimon\Core\Base\Plan;

/**
 * @property int $number
 * @property string $state  waiting, running, clean, failed or stopped
 * @property Plan $plan
 * @property ?int $exit_code
 * @property ?int $milliseconds
 * @property Instance $instance
 * @property string $instance_id
 */
final class Rehearsal extends Model
{
    protected $casts = ['plan' => PlanCast::class];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    public function isOver(): bool
    {
        return ! in_array($this->state, ['waiting', 'running'], true);
    }

    public function seconds(): string
    {
        return number_format(($this->milliseconds ?? 0) / 1000, 1).' s';
    }
}
