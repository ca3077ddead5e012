<?php

declare(strict_types=1);

namespace App\Packs\Sets;

use App\Models\PackRelease;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A set that somebody else shares, and that is read again and again.
 *
 * @property int $id
 * @property string $address  of the web, or a folder
 * @property string $name
 * @property string $pack  the id of the pack whose releases its states are; nothing before it was read
 * @property string $key  the fingerprint of whoever signed it first
 * @property array<int, string> $seen  number => SHA-256 of its file
 * @property string $why  what the latest says of itself
 * @property bool $by_itself  whether what touches nothing of one's own is applied without asking
 * @property ?string $problem
 * @property ?Carbon $read_at
 */
final class Subscription extends Model
{
    public $timestamps = false;

    protected $table = 'set_subscriptions';

    protected $casts = ['seen' => 'array', 'by_itself' => 'boolean', 'read_at' => 'datetime'];

    /** The number of the latest state; 0 before it was read. */
    public function latest(): int
    {
        return $this->seen === [] ? 0 : max(array_map(intval(...), array_keys($this->seen)));
    }

    /** The latest state as a release here. */
    public function release(): ?PackRelease
    {
        return PackRelease::query()->where('pack', $this->pack)->where('version', (string) $this->latest())->first();
    }
}
