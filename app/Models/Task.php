<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * Long work: what it is, how far it is, and how it ended.
 *
 * @phpstan-type Subject array<string, scalar|list<scalar>|null>
 *
 * @property string $id
 * @property TaskKind $kind
 * @property TaskState $state
 * @property Subject $subject  what it is about, as its undertaking reads it
 * @property ?string $instance_id
 * @property ?Instance $instance
 * @property string $step
 * @property int $done
 * @property int $total
 * @property int $rate  bytes a second, while files are fetched
 * @property int $turns  how often it was handed out again because it had not begun
 * @property ?string $problem
 * @property ?string $worker  see \App\Work\Worker
 * @property \Illuminate\Support\Carbon $created_at
 * @property ?\Illuminate\Support\Carbon $begun_at
 * @property ?\Illuminate\Support\Carbon $ended_at
 */
final class Task extends Model
{
    use HasUlids;

    protected $attributes = ['state' => 'waiting', 'step' => '', 'subject' => '{}', 'done' => 0, 'total' => 0, 'rate' => 0, 'turns' => 0];

    protected $casts = [
        'kind' => TaskKind::class,
        'state' => TaskState::class,
        'subject' => 'array',
        'begun_at' => 'datetime',
        'ended_at' => 'datetime',
    ];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** What it is about, by a name that its undertaking knows: the key of a row. */
    public function about(string $name): string
    {
        $value = $this->subject[$name] ?? '';

        return is_scalar($value) ? (string) $value : '';
    }

    public function isOver(): bool
    {
        return $this->state->isOver();
    }

    /** "reading Slipway, 40%" */
    public function inWords(): string
    {
        return ($this->step === '' ? $this->kind->words() : $this->step).($this->total > 0 ? ", {$this->percent()}%" : '');
    }

    public function percent(): int
    {
        return $this->total > 0 ? max(0, min(100, intdiv(100 * $this->done, $this->total))) : 0;
    }

    /** Seconds that are left at the rate so far; null when that cannot be said. */
    public function secondsLeft(): ?int
    {
        return $this->rate > 0 && $this->total > $this->done ? (int) ceil(($this->total - $this->done) / $this->rate) : null;
    }

    /** Leaves the state alone: a person may have paused it meanwhile. */
    public function advance(string $step, int $done, int $total): void
    {
        $this->update(['step' => mb_substr($step, 0, 250), 'done' => $done, 'total' => $total]);
    }
}
