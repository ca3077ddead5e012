<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * A release of a pack that came as a file, or was made here.
 *
 * @property string $id
 * @property string $pack  the id that its author gave it
 * @property string $version
 * @property string $name
 * @property string $game  the id of the game that it is for
 * @property string $document  see PackFile
 * @property ?string $signature  see Signature
 * @property ?TrialState $trial_state  null for one that was never tried
 * @property ?string $trial_said  what came of it, in a sentence
 * @property ?string $trial_id  the instance that was made for it, as long as that is there
 * @property ?\Carbon\CarbonImmutable $tried_at
 * @property \Carbon\CarbonImmutable $created_at
 */
final class PackRelease extends Model
{
    use HasUlids;

    public $timestamps = false;

    protected $table = 'packs';

    protected $casts = ['created_at' => 'immutable_datetime', 'tried_at' => 'immutable_datetime', 'trial_state' => TrialState::class];
}
