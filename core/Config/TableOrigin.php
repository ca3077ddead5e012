<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** How a table of a TOML document came about: on the way to another by a header, by a key with dots, or by a header of its own. */
enum TableOrigin
{
    case Named;
    case Dotted;
    case Begun;
}
