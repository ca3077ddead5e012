<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

use RuntimeException;

/** Breaks CoreRules::testWhatIsThrownHasOneRoot. */
final class ThrownAlone extends RuntimeException
{
}
