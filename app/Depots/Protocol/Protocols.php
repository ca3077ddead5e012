<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Depot;
use App\Depots\DepotFailure;

/** All kinds of depots that can be spoken to. */
final class Protocols
{
    /** @var array<string, class-string<Protocol>> as a depot's row names it => who speaks it */
    public const ALL = ['json' => JsonProtocol::class];

    /** @throws DepotFailure for one that only a newer Stasimon knows */
    public static function of(Depot $depot): Protocol
    {
        $class = self::ALL[$depot->protocol] ?? throw DepotFailure::rubbish($depot->name, "its protocol, {$depot->protocol},");

        return new $class($depot);
    }
}
