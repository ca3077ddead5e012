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
     * @param  array<string, OwnChange>  $own  by path
     * @param  string  $pack  the release of a pack that the instance is of from then on; nothing where that stays
     * @param  int  $worlds  the backup whose worlds take the place of those of now; 0 where they stay
     * @param  string  $world  the one of that backup that is put back beside those of now; nothing for all of them
     * @param  array<string, string>  $out  {@see keyOf()} => path as text, of what lies in the folder, was not laid, and goes into the bin
     */
    public function __construct(
        public bool $putBack = false,
        public ?Restore $restore = null,
        public array $updating = [],
        public array $own = [],
        public string $pack = '',
        public int $worlds = 0,
        public array $out = [],
        public string $world = '',
    ) {
    }

    /** A path in an instance's folder, which may be no text, in the form in which a plan can name it. */
    public static function keyOf(string $path): string
    {
        return 'x'.hash('xxh128', $path);
    }

    public function puttingBack(bool $putBack): self
    {
        return $this->with(putBack: $putBack);
    }

    public function restoring(?Restore $restore): self
    {
        return new self($this->putBack, $restore, $this->updating, $this->own, $this->pack, $this->worlds, $this->out, $this->world);
    }

    /** @param  array<string, string>  $updating */
    public function updatingTo(array $updating): self
    {
        return $this->with(updating: $updating);
    }

    public function changingOwn(string $path, OwnChange $to): self
    {
        return $this->with(own: [$path => $to] + $this->own);
    }

    public function ofPack(string $pack): self
    {
        return $this->with(pack: $pack);
    }

    public function withWorlds(int $backup, string $world = ''): self
    {
        return $this->with(worlds: $backup, world: $world);
    }

    /** @param  array<string, string>  $out */
    public function takingOut(array $out): self
    {
        return $this->with(out: $out);
    }

    /**
     * @param  array<string, string>|null  $updating
     * @param  array<string, OwnChange>|null  $own
     * @param  array<string, string>|null  $out
     */
    private function with(
        ?bool $putBack = null,
        ?array $updating = null,
        ?array $own = null,
        ?string $pack = null,
        ?int $worlds = null,
        ?array $out = null,
        ?string $world = null,
    ): self {
        return new self(
            $putBack ?? $this->putBack, $this->restore, $updating ?? $this->updating, $own ?? $this->own,
            $pack ?? $this->pack, $worlds ?? $this->worlds, $out ?? $this->out, $world ?? $this->world,
        );
    }
}
