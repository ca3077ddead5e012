<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

/** How a depot lists the packs that it has: docs/formats/depot.md. */
final class Listing
{
    public const FORMAT = 'stasimon/packs';

    public const FILE = 'packs.json';

    /** Releases of packs that one depot lists. */
    public const MOST = 5_000;

    /**
     * One release in the list.
     *
     * @param  string  $path  of its file, below the depot's address
     * @param  int  $size  in bytes
     * @param  string  $published  a moment as RFC 3339 has it
     * @return array<string, mixed>
     */
    public static function entry(Pack $pack, string $path, int $size, string $sha256, string $published): array
    {
        $base = $pack->lineUp->plan->base;

        return [
            'id' => $pack->id,
            'version' => $pack->version,
            'name' => $pack->name(),
            'summary' => $pack->summary,
            'licence' => $pack->licence,
            'game' => $base->game,
            'gameVersion' => $base->gameVersion,
            'loader' => $base->loader,
            'packages' => count($pack->lineUp->releases),
            'published' => $published,
            'file' => ['path' => $path, 'size' => $size, 'sha256' => $sha256],
        ];
    }
}
