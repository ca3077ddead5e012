<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * What an apply changed, and the restore point from before it.
 *
 * @property int $id
 * @property RestorePoint $before
 * @property \Carbon\CarbonImmutable $created_at
 */
final class HistoryEntry extends Model
{
    public $timestamps = false;

    /** When it was, so that two of one minute do not look alike. */
    public function moment(): string
    {
        return $this->created_at->isoFormat('D MMM, HH:mm:ss');
    }

    protected $casts = ['before' => RestorePointCast::class, 'created_at' => 'immutable_datetime'];
}
