<?php

declare(strict_types=1);

namespace App\Work;

use App\Models\TaskKind;
use Closure;

/** Who does which kind of work; the rooms that do it say so when the application starts. */
final class Undertakings
{
    /** @var array<string, Closure(): Undertaking> */
    private array $makers = [];

    /** @param  Closure(): Undertaking  $maker */
    public function know(TaskKind $kind, Closure $maker): void
    {
        $this->makers[$kind->value] = $maker;
    }

    public function of(TaskKind $kind): Undertaking
    {
        return ($this->makers[$kind->value])();
    }
}
