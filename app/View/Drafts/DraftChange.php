<?php

declare(strict_types=1);

namespace App\View\Drafts;

/** What a draft does to a package. */
enum DraftChange
{
    case Comes;
    case Changes;
    case Stays;
}
