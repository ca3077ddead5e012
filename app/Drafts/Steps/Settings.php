<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Models\Instance;

/** Whoever reads and writes settings of configs. */
interface Settings
{
    /**
     * A config of an instance, as its draft has it, with one setting otherwise.
     *
     * @return string the SHA-256 under which its text is kept
     *
     * @throws \App\Refusal\Refusal
     */
    public function with(Instance $instance, string $file, string $key, string $value): string;
}
