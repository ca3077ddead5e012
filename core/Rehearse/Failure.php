<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

enum Failure: string
{
    case RuntimeTooOld = 'runtime-too-old';
    case Missing = 'missing';
    case WrongVersion = 'wrong-version';
    case Excluded = 'excluded';
    case Duplicate = 'duplicate';
    case Unreadable = 'unreadable';
    case WrongLoader = 'wrong-loader';
    case OutOfMemory = 'out-of-memory';
}
