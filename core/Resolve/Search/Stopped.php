<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

use RuntimeException;
use Stasimon\Core\Document\Fault;

/** The deadline was reached before there was an answer. */
final class Stopped extends RuntimeException implements Fault
{
    public function __construct()
    {
        parent::__construct('It could not be worked out in the time there is.');
    }
}
