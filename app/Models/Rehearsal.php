<?php

declare(strict_types=1);

namespace App\Models;

use App\Rehearsals\Launch\Side;
use App\Rehearsals\LaunchState;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Stasimon\Core\Plan\Plan;

/**
 * @property int $number
 * @property LaunchState $state
 * @property Plan $plan
 * @property ?int $exit_code
 * @property ?int $milliseconds
 * @property bool $plain  without loader and mods
 * @property Side $side
 * @property ?string $problem  why it was broken off
 * @property bool $hung
 * @property ?array<string, string> $versions  package id => version
 * @property ?array<string, string> $configs  path => SHA-256
 * @property ?LaunchState $alone  how the game alone came up just before, where that was not known yet
 * @property ?int $alone_milliseconds
 * @property ?array<string, mixed> $reading  what its log says, {@see \App\Rehearsals\Log\Reading}
 * @property \Illuminate\Support\Carbon $created_at
 * @property Instance $instance
 * @property string $instance_id
 */
final class Rehearsal extends Model
{
    protected $attributes = ['state' => 'waiting', 'plain' => false, 'side' => 'client', 'hung' => false];

    protected $casts = ['state' => LaunchState::class, 'alone' => LaunchState::class, 'side' => Side::class, 'plan' => PlanCast::class, 'plain' => 'boolean', 'hung' => 'boolean', 'versions' => 'array', 'configs' => 'array', 'reading' => 'array'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    public function isOver(): bool
    {
        return $this->state->isOver();
    }

    /** Whether it was not for the mods that it failed: the game alone does not come up. */
    public function isForGameAlone(): bool
    {
        return $this->plain || $this->alone === LaunchState::Failed;
    }

    /** "clean in 4.1 s" */
    public function inWords(): string
    {
        return match ($this->state) {
            LaunchState::Clean => "clean in {$this->seconds()}",
            LaunchState::Failed => $this->hung ? "hung after {$this->seconds()}" : "failed, exit code {$this->exit_code}",
            LaunchState::Stopped => 'stopped by hand',
            default => $this->state->value,
        };
    }

    public function seconds(): string
    {
        return self::inSeconds($this->milliseconds);
    }

    public function secondsAlone(): string
    {
        return self::inSeconds($this->alone_milliseconds);
    }

    private static function inSeconds(?int $milliseconds): string
    {
        return number_format(($milliseconds ?? 0) / 1000, 1).' s';
    }
}
