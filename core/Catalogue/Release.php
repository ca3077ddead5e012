<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Closure;

final class Release
{
    /**
     * @param  list<Need>|Closure(): list<Need>  $needs  in the order of their keys; or what makes them when they are first asked for
     * @param  list<Need>  $suggests
     * @param  list<Breakage>  $breaks
     * @param  list<Provision>  $provides
     * @param  string  $published  an ISO 8601 moment, or nothing
     * @param  list<Replacement>  $replaces
     * @param  bool  $avoid  whether it is taken only where no other one will do
     */
    public function __construct(
        public readonly string $version,
        public readonly Channel $channel = Channel::Stable,
        private array|Closure $needs = [],
        public readonly array $suggests = [],
        public readonly array $breaks = [],
        public readonly array $provides = [],
        public readonly string $published = '',
        public readonly array $replaces = [],
        public readonly bool $avoid = false,
    ) {
    }

    /** The same, which also cannot stand beside what others say of it. */
    public function apart(Breakage ...$more): self
    {
        return new self(
            $this->version,
            $this->channel,
            $this->needs,
            $this->suggests,
            [...$this->breaks, ...array_values($more)],
            $this->provides,
            $this->published,
            $this->replaces,
            $this->avoid,
        );
    }

    /** @return list<Need> */
    public function needs(): array
    {
        if ($this->needs instanceof Closure) {
            $this->needs = ($this->needs)();
        }

        return $this->needs;
    }
}
