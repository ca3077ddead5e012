<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Models\Instance;

/** Whoever knows which newer releases fit. */
interface Newer
{
    /** @return array<string, string> package => its newest release that fits */
    public function fitting(Instance $instance): array;
}
