<?php

declare(strict_types=1);

namespace App\Depots\Protocol;

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Protocol\Bundles\BundlesProtocol;
use App\Depots\Protocol\Feed\FeedProtocol;
use App\Depots\Protocol\Listing\ListingProtocol;
use App\Depots\Protocol\Listing\PagesProtocol;
use App\Depots\Protocol\Maven\MavenProtocol;
use App\Depots\Protocol\Registry\RegistryProtocol;

/** All kinds of depots that can be spoken to. */
final class Protocols
{
    /** @var array<string, class-string<Protocol>> as a depot's row names it => who speaks it; in the order in which a place is met */
    public const ALL = [
        'json' => JsonProtocol::class,
        'listing' => ListingProtocol::class,
        'bundles' => BundlesProtocol::class,
        'feed' => FeedProtocol::class,
        'registry' => RegistryProtocol::class,
        'maven' => MavenProtocol::class,
        'pages' => PagesProtocol::class,
    ];

    /** With which a place answers where it has nothing of the kind, or shows no folder. */
    private const NOT_THERE = [403, 404, 405, 410];

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
        $before = $depot->protocol;
        foreach (array_keys(self::ALL) as $protocol) {
            $depot->protocol = $protocol;
            try {
                return self::of($depot)->describe();
            } catch (DepotFailure $failure) {
                // What it is not known to be is not said of it.
                $depot->protocol = $before;
                if (! in_array($failure->status, self::NOT_THERE, true)) {
                    throw $failure;
                }
            }
        }

        throw DepotFailure::neither($depot->name);
    }

    /** What kind of place a depot is: "a feed"; nothing for one that speaks our own protocol, or has not been read. */
    public static function kindOf(Depot $depot): string
    {
        return $depot->hasSpoken() && isset(self::ALL[$depot->protocol]) ? self::ALL[$depot->protocol]::kind() : '';
    }
}
