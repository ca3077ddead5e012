<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * How an instance's worlds were at some moment.
 *
 * @property int $id
 * @property string $why
 * @property ?string $name  given by a person, who wants it kept for ever
 * @property array<string, array{sha256?: string, list?: string, size?: int, link?: string}> $files  by path below the folder of worlds
 * @property array{plan: string, versions: array<string, string>}|null $line_up  that they were played with
 * @property int $added  bytes that it added to the store
 * @property int $bytes
 * @property \Illuminate\Support\Carbon $made_at
 * @property string $instance_id
 * @property Instance $instance
 */
final class Backup extends Model
{
    public $timestamps = false;

    protected $casts = ['files' => 'array', 'line_up' => 'array', 'added' => 'integer', 'bytes' => 'integer', 'made_at' => 'datetime'];

    /** @return BelongsTo<Instance, $this> */
    public function instance(): BelongsTo
    {
        return $this->belongsTo(Instance::class);
    }
}
