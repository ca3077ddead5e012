<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Stasimon\Core\Plan\Plan;

/**
 * @property Plan $plan
 * @property ?array<string, mixed> $outcome  see \App\Drafts\Outcome
 * @property int $revision
 * @property ?\Carbon\CarbonImmutable $thrown_at  when it was thrown away; it is kept until another one is
 * @property Instance $instance
 */
final class Draft extends Model
{
    protected $attributes = ['revision' => 1];

    protected $casts = ['plan' => PlanCast::class, 'outcome' => 'array', 'thrown_at' => 'immutable_datetime'];

    /** @var array<int, bool>|null  whether there are steps to take back (0) and to take again (1) */
    private ?array $open = null;

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** @return HasMany<DraftStep, $this> */
    public function steps(): HasMany
    {
        return $this->hasMany(DraftStep::class)->orderBy('id');
    }

    public function hasEarlier(): bool
    {
        return $this->open()[0] ?? false;
    }

    public function hasLater(): bool
    {
        return $this->open()[1] ?? false;
    }

    /** @return array<int, bool> */
    private function open(): array
    {
        return $this->open ??= $this->steps()
            ->reorder()
            ->distinct()
            ->pluck('is_later')
            ->mapWithKeys(fn (mixed $isLater): array => [(int) $isLater => true])
            ->all();
    }
}
