<?php

declare(strict_types=1);

namespace App\View\Triage;

use App\Models\Instance;

/** The draft of an instance among those of others. */
final readonly class DraftOfOne
{
    /**
     * @param  string  $says  what it changes
     * @param  bool  $isReady  whether it can be applied now
     */
    public function __construct(public Instance $instance, public string $says, public bool $isReady)
    {
    }
}
