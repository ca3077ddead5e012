<?php

declare(strict_types=1);

namespace App\View;

use App\Models\Instance;
use App\Models\PackRelease;
use Illuminate\Support\Collection;

/** An instance as a pack: what the form begins with, which pack it is of, and what else there is of that. */
final readonly class PackingPage
{
    /**
     * @param  array{id: string, version: string, name: string, notes: string, configs: array<string, list<int>>}  $proposal
     * @param  Collection<int, PackRelease>  $others
     */
    public function __construct(public Instance $instance, public array $proposal, public ?PackRelease $of, public Collection $others)
    {
    }

    public function canBeMade(): bool
    {
        return $this->instance->applied_at !== null;
    }

    /** Why a config is left out unless somebody says otherwise. */
    public function secret(string $path): string
    {
        $lines = $this->proposal['configs'][$path] ?? [];

        return $lines === [] ? '' : 'looks like it has a secret in line '.implode(', ', array_slice($lines, 0, 4));
    }
}
