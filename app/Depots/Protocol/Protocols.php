<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Depot;
use App\Depots\DepotFailure;

/** All kinds of depots that can be spoken to. */
final class Protocols
{
    /** @var array<string, class-string<Protocol>> as a depot's row names it => who speaks it */
    public const ALL = ['json' => JsonProtocol::class, 'listing' => ListingProtocol::class];

    /** @throws DepotFailure for one that only a newer Stasimon knows */
    public static function of(Depot $depot): Protocol
    {
        $class = self::ALL[$depot->protocol] ?? throw DepotFailure::rubbish($depot->name, "its protocol, {$depot->protocol},");

        return app()->make($class, ['depot' => $depot]);
    }

    /**
     * What a place that was added just now says of itself, in the first way that it can be spoken to; the depot keeps which that is.
     *
     * @throws DepotFailure where it can be spoken to in none, or does not answer
     */
    public static function met(Depot $depot): Description
    {
        foreach (array_keys(self::ALL) as $protocol) {
            $depot->protocol = $protocol;
            try {
                return self::of($depot)->describe();
            } catch (DepotFailure $failure) {
                if ($failure->status !== 404) {
                    throw $failure;
                }
            }
        }

        throw DepotFailure::neither($depot->name);
    }
}
