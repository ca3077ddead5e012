<?php

declare(strict_types=1);

namespace App\Packs\Sets;

use App\Models\Instance;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Stasimon\Core\Pack\SetEntry;

/**
 * An instance that is shared: its states, in the order in which they were given.
 *
 * @property int $id
 * @property string $instance_id
 * @property string $token
 * @property string $pack  the id of the pack whose releases the states are
 * @property string $folder  where they are written too; nothing for nowhere
 * @property bool $by_itself  whether each apply is given
 * @property int $applies  of which apply the last state is
 * @property list<array{number: int, sha256: string, size: int, at: string, why: string}> $entries
 * @property ?string $problem  why the last could not be given
 * @property Instance $instance
 */
final class SharedSet extends Model
{
    public $timestamps = false;

    protected $table = 'shared_sets';

    protected $casts = ['by_itself' => 'boolean', 'entries' => 'array'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }

    /** @return list<SetEntry> */
    public function states(): array
    {
        return array_map(fn (array $one): SetEntry => new SetEntry(...$one), $this->entries);
    }

    /** Where the head and the states lie. */
    public function place(string $file = ''): string
    {
        return config('stasimon.var')."/shared/{$this->token}".($file === '' ? '' : "/{$file}");
    }
}
