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
 * @property string $state  waiting, running, done or failed
 * @property string $step
 * @property int $done
 * @property int $total
 * @property ?string $problem
 */
final class Task extends Model
{
    use HasUlids;

    protected $attributes = ['step' => '', 'done' => 0, 'total' => 0];

    public function isOver(): bool
    {
        return $this->state === 'done' || $this->state === 'failed';
    }

    public function percent(): int
    {
        return $this->total > 0 ? min(100, intdiv(100 * $this->done, $this->total)) : 0;
    }

    public function advance(string $step, int $done, int $total): void
    {
        $this->update(['state' => 'running', 'step' => $step, 'done' => $done, 'total' => $total]);
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
