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
     * @param  list<Choice>  $choose  which of several is to meet a need
     */
    public function __construct(
        public array $want,
        public array $have = [],
        public array $forbid = [],
        public array $channels = [],
        public array $waive = [],
        public Policy $policy = Policy::Newest,
        public array $choose = [],
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
        return $this->with(want: $want);
    }

    /** @param  array<string, string>  $have */
    public function having(array $have): self
    {
        return $this->with(have: $have);
    }

    /** @param  list<Want>  $forbid */
    public function forbidding(array $forbid): self
    {
        return $this->with(forbid: $forbid);
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
        return $this->with(waive: [...$this->waive, $waiver]);
    }

    public function allowing(string $id, Channel $channel): self
    {
        return $this->with(channels: [...$this->channels, $id => $channel]);
    }

    public function by(Policy $policy): self
    {
        return $this->with(policy: $policy);
    }

    /** @param  list<Choice>  $choose */
    public function choosing(array $choose): self
    {
        return $this->with(choose: $choose);
    }

    /**
     * @param  list<Want>|null  $want
     * @param  array<string, string>|null  $have
     * @param  list<Want>|null  $forbid
     * @param  array<string, Channel>|null  $channels
     * @param  list<Waiver>|null  $waive
     * @param  list<Choice>|null  $choose
     */
    private function with(
        ?array $want = null,
        ?array $have = null,
        ?array $forbid = null,
        ?array $channels = null,
        ?array $waive = null,
        ?Policy $policy = null,
        ?array $choose = null,
    ): self {
        return new self(
            $want ?? $this->want,
            $have ?? $this->have,
            $forbid ?? $this->forbid,
            $channels ?? $this->channels,
            $waive ?? $this->waive,
            $policy ?? $this->policy,
            $choose ?? $this->choose,
        );
    }
}
