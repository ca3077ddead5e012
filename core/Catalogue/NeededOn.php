<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** Where a package is needed. */
enum NeededOn: string
{
    case Client = 'client';
    case Server = 'server';
    case Both = 'both';

    /** What is not known, or is none of these, is taken to be needed on both. */
    public static function of(?string $said): self
    {
        return self::tryFrom((string) $said) ?? self::Both;
    }
}
