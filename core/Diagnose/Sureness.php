<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

enum Sureness: string
{
    case Certain = 'certain';
    case Likely = 'likely';
    case Guess = 'a guess';
}
