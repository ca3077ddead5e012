<?php

declare(strict_types=1);

namespace App\Notices;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A list of notices that somebody subscribes to.
 *
 * @property int $id
 * @property string $name
 * @property string $author
 * @property string $licence
 * @property string $dated
 * @property ?string $address  nothing for one that came as a file
 * @property string $key  of whoever signs it
 * @property bool $binds  whether what it says must not stand together is kept apart
 * @property int $count
 * @property int $passed_over
 * @property ?string $problem
 * @property ?Carbon $read_at
 */
final class NoticeListRow extends Model
{
    public $timestamps = false;

    protected $table = 'notice_lists';

    protected $casts = ['binds' => 'boolean', 'read_at' => 'datetime'];
}
