<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property string $slug
 * @property string $name
 * @property string $url
 * @property int $sequence
 * @property ?string $problem
 */
final class Depot extends Model
{
    public $timestamps = false;

    protected $attributes = ['sequence' => 0];

    protected $casts = ['moderated' => 'boolean', 'synced_at' => 'immutable_datetime'];
}
