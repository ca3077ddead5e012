<?php

declare(strict_types=1);

namespace App\Installs;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * The game's own files of one exact version, as they were in a folder of this machine when they were read. They are in the
 * store, and are not changed any more: what is read anew is another one.
 *
 * @property int $id
 * @property string $game
 * @property string $version  nothing while it is not recognised
 * @property string $folder  where they were read
 * @property InstallState $state
 * @property int $files
 * @property int $bytes
 * @property string $left_out  what of the folder is no part of it, in a sentence; or nothing
 * @property ?string $problem
 * @property ?CarbonImmutable $kept_at
 * @property CarbonImmutable $created_at
 */
final class Install extends Model
{
    public const UPDATED_AT = null;

    protected $casts = [
        'state' => InstallState::class,
        'files' => 'integer',
        'bytes' => 'integer',
        'kept_at' => 'immutable_datetime',
        'created_at' => 'immutable_datetime',
    ];
}
