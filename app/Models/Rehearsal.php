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
 * @property bool $plain  without loader and mods
 * @property string $side  client or server
 * @property bool $hung
 * @property ?array<string, string> $versions  package id => version
 * @property ?array<string, string> $configs  path => SHA-256
 * @property ?string $alone  how the game alone came up just before
 * @property ?array<string, mixed> $reading  what its log says, {@see \App\Rehearsals\Reading}
 * @property \Illuminate\Support\Carbon $created_at
 * @property Instance $instance
 * @property string $instance_id
 */
final class Rehearsal extends Model
{
    protected $attributes = ['plain' => false, 'side' => 'client', 'hung' => false];

    protected $casts = ['plan' => PlanCast::class, 'plain' => 'boolean', 'hung' => 'boolean', 'versions' => 'array', 'configs' => 'array', 'reading' => 'array'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    public function isOver(): bool
    {
        return ! in_array($this->state, ['waiting', 'running'], true);
    }

    /** "clean in 4.1 s" */
    public function inWords(): string
    {
        return match ($this->state) {
            'clean' => "clean in {$this->seconds()}", 'failed' => $this->hung ? "hung after {$this->seconds()}" : "failed, exit code {$this->exit_code}", 'stopped' => 'stopped by hand', 'waiting' => 'waiting', default => 'running',
        };
    }

    public function seconds(): string
    {
        return number_format(($this->milliseconds ?? 0) / 1000, 1).' s';
    }
}
