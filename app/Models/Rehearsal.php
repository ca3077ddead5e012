<?php

declare(strict_types=1);

namespace App\Models;

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
 * @property ?int $applies  how often something had been applied when it began; null where that was not counted yet
 * @property ?array<string, string> $versions  package id => version
 * @property ?array<string, string> $configs  path => SHA-256
 * @property ?LaunchState $alone  how the game alone came up just before, where that was not known yet
 * @property ?int $alone_milliseconds
 * @property ?string $reading  what its log says, {@see \App\Rehearsals\Log\Reading}
 * @property \Illuminate\Support\Carbon $created_at
 * @property Instance $instance
 * @property string $instance_id
 * @property Purpose $purpose
 * @property ?int $process  what keeps a game that is played
 * @property ?\Illuminate\Support\Carbon $begun_at  when it was launched to be played
 * @property ?int $joins  the rehearsal of the server that it joins
 * @property ?Rehearsal $server
 * @property ?int $backup_id
 * @property ?Backup $backup  the worlds before it was played
 * @property ?array{worlds: array<string, string>, configs: array<string, string>} $changed  what is otherwise since, and how: new, changed
 *     or gone
 */
final class Rehearsal extends Model
{
    protected $attributes = ['state' => 'waiting', 'plain' => false, 'side' => 'client', 'hung' => false, 'purpose' => 'rehearsal'];

    protected $casts = [
        'state' => LaunchState::class,
        'alone' => LaunchState::class,
        'side' => Side::class,
        'plan' => PlanCast::class,
        'plain' => 'boolean',
        'hung' => 'boolean',
        'versions' => 'array',
        'configs' => 'array',
        'purpose' => Purpose::class,
        'begun_at' => 'datetime',
        'changed' => 'array',
    ];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** @return BelongsTo<Backup, $this> */
    public function backup(): BelongsTo
    {
        return $this->belongsTo(Backup::class);
    }

    /** @return BelongsTo<self, $this> of the server that it joins */
    public function server(): BelongsTo
    {
        return $this->belongsTo(self::class, 'joins');
    }

    /** It runs from now on, and false if a person stopped it meanwhile; what was said stays. */
    public function begins(): bool
    {
        $begun = $this->newQuery()
            ->whereKey($this->id)
            ->whereIn('state', LaunchState::open())
            ->update(['state' => LaunchState::Running]);
        $this->refresh();

        return $begun > 0;
    }

    public function isPlay(): bool
    {
        return $this->purpose === Purpose::Play;
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

    /** Whether it launched what lies in the folder now, or something was applied since. */
    public function isOfNow(Instance $instance): bool
    {
        return $this->applies === null
            ? $instance->applied_at === null || $instance->applied_at <= $this->created_at
            : $this->applies === $instance->applies;
    }

    /** "clean in 4.1 s" */
    public function inWords(): string
    {
        return match ($this->state) {
            LaunchState::Running => $this->isPlay() ? 'being played' : 'running',
            LaunchState::Clean => $this->isPlay() ? "played for {$this->length()}" : "clean in {$this->seconds()}",
            LaunchState::Failed => $this->hung
                ? "hung after {$this->seconds()}"
                : ($this->isPlay()
                    ? "ended after {$this->length()}, exit code {$this->exit_code}"
                    : "failed, exit code {$this->exit_code}"),
            LaunchState::Stopped => 'stopped by hand',
            default => $this->state->value,
        };
    }

    /** How long it was played: "3 h 20 min". */
    public function length(): string
    {
        $seconds = intdiv($this->milliseconds ?? 0, 1000);

        return match (true) {
            $seconds < 60 => "{$seconds} s",
            $seconds < 3600 => intdiv($seconds, 60).' min',
            default => intdiv($seconds, 3600).' h '.intdiv($seconds % 3600, 60).' min',
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
