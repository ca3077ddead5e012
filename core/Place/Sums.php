<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

/** Files and their digests, as sha256sum(1) writes them, in either of its ways. */
final readonly class Sums
{
    /**
     * @param  array<string, string>  $digests  path => SHA-256
     * @param  int  $unusable  lines that are none of these
     */
    private function __construct(public array $digests, public int $unusable)
    {
    }

    public static function read(string $text): self
    {
        $digests = [];
        $unusable = 0;
        foreach (preg_split('/\R/', $text) ?: [] as $line) {
            if (preg_match('~^([0-9A-Fa-f]{64}) [ *](?:\./)?(.+)$~D', $line, $found) === 1) {
                $digests[$found[2]] = strtolower($found[1]);
            } elseif (preg_match('~^SHA256 \((?:\./)?(.+)\) = ([0-9A-Fa-f]{64})$~D', $line, $found) === 1) {
                $digests[$found[1]] = strtolower($found[2]);
            } else {
                $unusable += trim($line) === '' ? 0 : 1;
            }
        }

        return new self($digests, $unusable);
    }
}
