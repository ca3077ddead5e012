<?php

declare(strict_types=1);

namespace App\Work;

use RuntimeException;

/** An apply was paused or cancelled by a person. */
final class Halted extends RuntimeException
{
}
