<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** What a game is started for. */
enum Way
{
    /** To see whether it comes up. */
    case Rehearse;
    /** By a person, who ends it. */
    case Play;
    /** As a server that others join. */
    case Serve;
    /** To join a server. */
    case Join;
}
