<?php

declare(strict_types=1);

namespace App\Sharing;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * A hand-off that came from somebody else.
 *
 * @property string $id
 * @property string $name
 * @property string $document
 * @property \Carbon\CarbonImmutable $created_at
 */
final class GivenHandOff extends Model
{
    use HasUlids;

    public $timestamps = false;

    protected $table = 'hand_offs';

    protected $casts = ['created_at' => 'immutable_datetime'];
}
