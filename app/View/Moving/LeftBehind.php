<?php

declare(strict_types=1);

namespace App\View\Moving;

/** What becomes of a mod that is not to be had on another base. */
enum LeftBehind
{
    case Replaced;
    case Waits;
    case Cannot;
}
