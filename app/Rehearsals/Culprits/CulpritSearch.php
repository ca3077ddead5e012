<?php

declare(strict_types=1);

namespace App\Rehearsals\Culprits;

use App\Models\Instance;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * @property int $id
 * @property string $instance_id
 * @property int $rehearsal
 * @property SearchState $state
 * @property non-empty-list<string> $wants
 * @property array<string, list<string>> $needs
 * @property list<string> $errors
 * @property list<array{wants: list<string>, outcome: string, milliseconds: int, again: bool}> $launches
 * @property ?list<string> $culprits
 * @property bool $flaky  whether launches with the same mods went differently
 * @property bool $asks  whether a person says of each launch how it went
 * @property bool $layered  whether each is launched with all that lies under it
 * @property ?list<string> $asked  the set that waits for their word
 * @property Instance $instance
 */
final class CulpritSearch extends Model
{
    protected $attributes = ['state' => 'waiting', 'launches' => '[]', 'flaky' => false, 'asks' => false, 'layered' => false];

    protected $casts = [
        'state' => SearchState::class,
        'wants' => 'array',
        'needs' => 'array',
        'errors' => 'array',
        'launches' => 'array',
        'culprits' => 'array',
        'flaky' => 'boolean',
        'asks' => 'boolean',
        'layered' => 'boolean',
        'asked' => 'array',
    ];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }
}
