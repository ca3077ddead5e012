<?php

declare(strict_types=1);

namespace App\Rehearsals;

use Illuminate\Database\Eloquent\Model;

/**
 * A config as launches have seen it.
 *
 * @property string $instance_id
 * @property string $path
 * @property ?string $made  SHA-256 of what a launch made it with
 * @property ?int $made_in  number of the launch
 * @property list<string> $came  ids of packages that were new in that launch
 * @property string $last  SHA-256 of what it was when it was looked at last
 * @property ChangedBy $by  whose that is
 * @property ?int $launch  number of the launch that changed it last
 */
final class SeenConfig extends Model
{
    public $timestamps = false;

    protected $table = 'configs';

    protected $casts = ['by' => ChangedBy::class, 'came' => 'array', 'made_in' => 'integer', 'launch' => 'integer'];
}
