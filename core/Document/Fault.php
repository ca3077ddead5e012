<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use Throwable;

/** The root of what the core throws at what it is handed: the message is a sentence for people. */
interface Fault extends Throwable
{
}
