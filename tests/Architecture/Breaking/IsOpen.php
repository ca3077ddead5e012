<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

/** Breaks CoreRules::testClassesAreFinal. */
class IsOpen
{
}
