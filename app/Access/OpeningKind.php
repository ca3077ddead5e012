<?php

declare(strict_types=1);

namespace App\Access;

/** What a person can open to Stasimon that is closed otherwise. */
enum OpeningKind: string
{
    /** A folder, to be read with all that is below it; nothing in it is ever written. */
    case Folder = 'folder';

    /** A host and a port inside this machine or its network, at which a depot may be. */
    case Host = 'host';
}
