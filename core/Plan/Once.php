<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

/** What applying a plan does once, and what is no part of the plan after it. */
final readonly class Once
{
    /**
     * @param  bool  $putBack  whether every file is laid anew though the line-up stays
     * @param  Restore|null  $restore  the restore point that is led back to
     * @param  array<string, string>  $updating  package id => the version that it is to reach at least
     * @param  array<string, int|string>  $own  files of the instance's own that are changed => the rehearsal as of which, 0 to put it under another name; or the SHA-256 of what is to be in it
     * @param  int  $worlds  the backup whose worlds take the place of those of now; 0 where they stay
     * @param  string  $pack  the release of a pack that the instance is of from then on; nothing where that stays
     */
    public function __construct(public bool $putBack = false, public ?Restore $restore = null, public array $updating = [], public array $own = [], public string $pack = '', public int $worlds = 0)
    {
    }

    public function puttingBack(bool $putBack): self
    {
        return new self($putBack, $this->restore, $this->updating, $this->own, $this->pack, $this->worlds);
    }

    public function restoring(?Restore $restore): self
    {
        return new self($this->putBack, $restore, $this->updating, $this->own, $this->pack, $this->worlds);
    }

    /** @param  array<string, string>  $updating */
    public function updatingTo(array $updating): self
    {
        return new self($this->putBack, $this->restore, $updating, $this->own, $this->pack, $this->worlds);
    }

    public function changingOwn(string $path, int|string $to): self
    {
        return new self($this->putBack, $this->restore, $this->updating, [$path => $to] + $this->own, $this->pack, $this->worlds);
    }

    public function ofPack(string $pack): self
    {
        return new self($this->putBack, $this->restore, $this->updating, $this->own, $pack, $this->worlds);
    }

    public function withWorlds(int $backup): self
    {
        return new self($this->putBack, $this->restore, $this->updating, $this->own, $this->pack, $backup);
    }
}
