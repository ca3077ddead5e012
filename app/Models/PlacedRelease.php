<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * @property string $package_id
 * @property string $name
 * @property string $kind
 * @property string $version
 * @property string $side
 * @property WhyThere $because
 * @property ?string $path
 * @property int $size
 * @property ?string $sha256
 * @property ?string $document  the release as one package in the catalogue format
 * @property ?string $file_name
 * @property ?string $content
 * @property ?string $depot
 */
final class PlacedRelease extends Model
{
    public $timestamps = false;

    protected $casts = ['because' => WhyThereCast::class];

    /** A column as the database has it: pages go through hundreds of these, and asking the model costs more than all else. */
    public function raw(string $column): ?string
    {
        return $this->attributes[$column] ?? null;
    }

    /** What a restore point keeps of it: all but whose it is and why. */
    public function remembered(): self
    {
        $kept = ['package_id', 'name', 'version', 'kind', 'size', 'sha256', 'file_name', 'content', 'document', 'path'];

        return (new self())->setRawAttributes(array_intersect_key($this->getAttributes(), array_flip($kept)));
    }
}
