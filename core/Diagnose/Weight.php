<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** How much it means that a log tells of something that went wrong. */
enum Weight
{
    /** The runtime or the game says that it ends there. */
    case Fatal;

    /** It was told of as an error, or by nobody: what follows it decides. */
    case Told;

    /** It was told of as a warning, or by the way: somebody has dealt with it. */
    case Handled;
}
