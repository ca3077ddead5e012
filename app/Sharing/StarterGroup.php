<?php

declare(strict_types=1);

namespace App\Sharing;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * A group that new instances of a game can begin with.
 *
 * @property string $id
 * @property string $name
 * @property string $game
 * @property string $document  a hand-off of the group alone
 */
final class StarterGroup extends Model
{
    use HasUlids;

    public $timestamps = false;
}
