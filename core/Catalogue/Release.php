<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

final readonly class Release
{
    /**
     * @param  list<Need>  $needs  in the order of their keys
     * @param  list<Need>  $suggests
     * @param  list<Breakage>  $breaks
     * @param  list<Provision>  $provides
     * @param  string  $published  an ISO 8601 moment, or nothing
     */
    public function __construct(
        public string $version,
        public Channel $channel = Channel::Stable,
        public array $needs = [],
        public array $suggests = [],
        public array $breaks = [],
        public array $provides = [],
        public string $published = '',
    ) {
    }
}
