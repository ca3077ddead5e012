<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * Long work: a sync, an apply or a rehearsal, how far it is, and how it ended.
 *
 * @property string $id
 * @property string $kind
 * @property string $state  waiting, running, paused, done, failed or cancelled
 * @property string $step
 * @property int $done
 * @property int $total
 * @property int $rate  bytes a second, while files are fetched
 * @property ?string $problem
 */
final class Task extends Model
{
    use HasUlids;

    protected $attributes = ['step' => '', 'done' => 0, 'total' => 0, 'rate' => 0];

    public function isOver(): bool
    {
        return in_array($this->state, ['done', 'failed', 'cancelled'], true);
    }

    public function percent(): int
    {
        return $this->total > 0 ? min(100, intdiv(100 * $this->done, $this->total)) : 0;
    }

    /** Seconds that are left at the rate so far; null when that cannot be said. */
    public function secondsLeft(): ?int
    {
        return $this->rate > 0 && $this->total > $this->done ? (int) ceil(($this->total - $this->done) / $this->rate) : null;
    }

    /** Leaves the state alone: a person may have paused it meanwhile. */
    public function advance(string $step, int $done, int $total): void
    {
        $this->update(['step' => $step, 'done' => $done, 'total' => $total]);
    }

    public function finish(): void
    {
        $this->update(['state' => 'done', 'step' => '', 'problem' => null]);
    }

    public function fail(string $sentence): void
    {
        $this->update(['state' => 'failed', 'problem' => mb_substr($sentence, 0, 1000)]);
    }
}
