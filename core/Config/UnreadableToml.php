<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

use InvalidArgumentException;
use Stasimon\Core\Document\Fault;

/** Why a text is no TOML. */
final class UnreadableToml extends InvalidArgumentException implements Fault
{
    public function __construct(public readonly Wrong $wrong)
    {
        parent::__construct("it is not TOML in line {$wrong->line}: {$wrong->why}");
    }
}
