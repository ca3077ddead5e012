<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * What an apply changed, and the restore point from before it.
 *
 * @property int $id
 * @property array<string, mixed> $before
 * @property \Carbon\CarbonImmutable $created_at
 */
final class HistoryEntry extends Model
{
    public $timestamps = false;

    protected $casts = ['before' => 'array', 'created_at' => 'immutable_datetime'];
}
