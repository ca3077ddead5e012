<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Channel;

/** What adding one package to a line-up would come to. */
final readonly class Verdict
{
    /**
     * @param  string  $version  of the release that would be taken, or nothing
     * @param  array<string, string>|null  $brings  package id => version of what comes, itself included; null where something else changes,
     *     or where it is not known
     * @param  Channel|null  $channel  that has to be allowed for it
     */
    public function __construct(
        public Fit $fit,
        public string $text,
        public string $version = '',
        public ?array $brings = null,
        public ?Channel $channel = null,
    ) {
    }
}
