<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Relation;

/** One question to the resolver. Every change makes a new one. */
final readonly class Request
{
    /**
     * @param  list<Want>  $want
     * @param  array<string, string>  $have  package id => version that is there now
     * @param  list<Want>  $forbid  releases that may not be taken, as package and range
     * @param  array<string, Channel>  $channels  the least stable channel allowed, by package id, "*" for all others
     * @param  list<Waiver>  $waive
     */
    public function __construct(
        public array $want,
        public array $have = [],
        public array $forbid = [],
        public array $channels = [],
        public array $waive = [],
        public Policy $policy = Policy::Newest,
    ) {
    }

    public function channelOf(string $id): Channel
    {
        return $this->channels[$id] ?? $this->channels['*'] ?? Channel::Stable;
    }

    public function waives(string $id, string $version, Relation $relation, string $target): bool
    {
        foreach ($this->waive as $waiver) {
            if ($waiver->id === $id && $waiver->version === $version && $waiver->relation === $relation && $waiver->target === $target) {
                return true;
            }
        }

        return false;
    }

    /** @param  list<Want>  $want */
    public function wanting(array $want): self
    {
        return new self($want, $this->have, $this->forbid, $this->channels, $this->waive, $this->policy);
    }

    /** @param  array<string, string>  $have */
    public function having(array $have): self
    {
        return new self($this->want, $have, $this->forbid, $this->channels, $this->waive, $this->policy);
    }

    /** @param  list<Want>  $forbid */
    public function forbidding(array $forbid): self
    {
        return new self($this->want, $this->have, $forbid, $this->channels, $this->waive, $this->policy);
    }

    /** @param  list<int>  $indices  of the wants to keep */
    public function wantingOnly(array $indices): self
    {
        $want = [];
        foreach ($indices as $index) {
            $want[] = $this->want[$index];
        }

        return $this->wanting($want);
    }

    public function waiving(Waiver $waiver): self
    {
        return new self($this->want, $this->have, $this->forbid, $this->channels, [...$this->waive, $waiver], $this->policy);
    }

    public function allowing(string $id, Channel $channel): self
    {
        return new self($this->want, $this->have, $this->forbid, [...$this->channels, $id => $channel], $this->waive, $this->policy);
    }

    public function by(Policy $policy): self
    {
        return new self($this->want, $this->have, $this->forbid, $this->channels, $this->waive, $policy);
    }
}
