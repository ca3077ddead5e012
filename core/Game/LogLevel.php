<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** How serious a line of a log means to be. */
enum LogLevel: string
{
    case Info = 'info';
    case Warn = 'warn';
    case Error = 'error';
}
