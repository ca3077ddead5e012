<?php

declare(strict_types=1);

namespace App\Findings;

use App\Models\Instance;

/** What is found alike in one instance or in several. */
final class Shared
{
    /** @var array<string, Instance> those that it is found in, by id */
    public array $instances = [];

    /** @var array<string, Finding> as it is found in each: what helps is its own there */
    private array $found = [];

    /** @param  Aside|null  $aside  by what it is set aside in all of them */
    public function __construct(public readonly Finding $finding, public readonly ?Aside $aside)
    {
    }

    public function meet(Instance $instance, Finding $finding): void
    {
        $this->instances[$instance->id] = $instance;
        $this->found[$instance->id] = $finding;
    }

    /** The first of what helps that changes a draft, as it is found in an instance; null where nothing does. */
    public function remedy(Instance $instance): ?Remedy
    {
        foreach ($this->found[$instance->id]->remedies ?? [] as $one) {
            if ($one->isOfDraft()) {
                return $one;
            }
        }

        return null;
    }

    /** Whether the first of what helps gives nothing up, wherever it is found. */
    public function keepsAll(): bool
    {
        foreach ($this->instances as $instance) {
            if ($this->remedy($instance)?->keepsAll !== true) {
                return false;
            }
        }

        return true;
    }
}
