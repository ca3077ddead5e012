<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use RuntimeException;
use Stasimon\Core\Document\Fault;

/** A file that no log could be read from; the message is a sentence for a person. */
final class UnreadableLog extends RuntimeException implements Fault
{
}
