<?php

declare(strict_types=1);

namespace App\Imports;

use App\Models\AsKept;
use App\Models\Instance;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A folder that was put together elsewhere.
 *
 * @property string $id
 * @property string $game  that a person says it is for; nothing where the folder says it
 * @property string $version
 * @property string $source  a path, or the name of a file on the shelf
 * @property ?string $shelf_file_id  the archive of it, where it came as one
 * @property ImportState $state
 * @property ?string $problem
 * @property ?FolderFound $found
 * @property ?string $instance_id
 * @property ?Instance $instance
 * @property \Illuminate\Support\Carbon $created_at
 */
final class Import extends Model
{
    use HasUlids;

    public const UPDATED_AT = null;

    protected $attributes = ['state' => 'waiting'];

    protected $casts = ['state' => ImportState::class, 'found' => AsKept::class.':'.FolderFound::class, 'created_at' => 'datetime'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** Where an archive of it is unpacked. */
    public function unpacked(): string
    {
        return config('stasimon.var')."/imports/{$this->id}";
    }
}
