<?php

declare(strict_types=1);

namespace App\Findings;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * What a person does not want to be told: one finding, all of a kind or all about a package.
 *
 * @property int $id
 * @property ?string $instance_id  nothing for all instances
 * @property ?string $finding  the key of one finding
 * @property ?string $kind
 * @property ?string $package_id
 * @property string $says  what it is about, in words
 * @property ?Carbon $until
 */
final class Aside extends Model
{
    public $timestamps = false;

    protected $casts = ['until' => 'datetime'];

    /** @param  Builder<self>  $some */
    public function scopeInForce(Builder $some): void
    {
        $some->where(fn (Builder $any) => $any->whereNull('until')->orWhere('until', '>', now()));
    }

    public function covers(Finding $finding, string $instance): bool
    {
        return ($this->instance_id === null || $this->instance_id === $instance) &&
            ($this->finding === null || $this->finding === $finding->key()) &&
            ($this->kind === null || $this->kind === $finding->kind) &&
            ($this->package_id === null || $this->package_id === $finding->package);
    }

    /** For how long, in words. */
    public function span(): string
    {
        return match (true) {
            $this->until !== null => 'until '.$this->until->isoFormat('D MMMM'),
            $this->finding !== null => 'until it says something else',
            default => 'until it is heeded again',
        };
    }
}
