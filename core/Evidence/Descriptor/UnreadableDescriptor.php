<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use InvalidArgumentException;
use Stasimon\Core\Document\Fault;

/** Why an archive does not say what it is, as a sentence. */
final class UnreadableDescriptor extends InvalidArgumentException implements Fault
{
}
