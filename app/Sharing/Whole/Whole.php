<?php

declare(strict_types=1);

namespace App\Sharing\Whole;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * An instance that was kept whole, as an archive.
 *
 * @property string $id
 * @property ?string $instance_id  that it is of, while that is there
 * @property string $of  what that was called
 * @property string $name  that a person gave it
 * @property int $size  bytes
 * @property int $files  of the person's, that are in it
 * @property list<string> $left_out  what is no file, folder or link
 * @property ?\Carbon\CarbonImmutable $made_at  null while it is being made
 */
final class Whole extends Model
{
    use HasUlids;

    public $timestamps = false;

    protected $attributes = ['left_out' => '[]'];

    protected $casts = ['left_out' => 'array', 'made_at' => 'immutable_datetime'];

    /** Where the archive lies. */
    public function path(): string
    {
        return config('stasimon.var')."/wholes/{$this->id}.zip";
    }
}
