<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A step of a draft, in the order of their ids: those that can be taken back, and after them those that were.
 *
 * @property int $draft_id
 * @property bool $is_later  whether it was taken back, and can be taken again
 * @property string $back  what leads from the plan after it to the one before it; see PlanChange
 * @property string $forth  what leads from the plan before it to the one after it
 */
final class DraftStep extends Model
{
    public $timestamps = false;

    protected $casts = ['is_later' => 'boolean'];
}
