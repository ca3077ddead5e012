<?php

declare(strict_types=1);

namespace Standins\Game;

/** The game ends here, with an exit code. */
final class Stop extends \Exception
{
}
