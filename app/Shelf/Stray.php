<?php

declare(strict_types=1);

namespace App\Shelf;

/** A file that lies where an instance's mods lie and was not laid by an apply. */
final readonly class Stray
{
    /**
     * @param  string  $key  by which a form names it, {@see \Stasimon\Core\Plan\Once::keyOf()}
     * @param  string  $path  relative to the instance's folder, as bytes
     * @param  string|null  $sha256  null while it has not been looked into
     * @param  Recognised|null  $found  what it is; null where it is not known yet, or cannot be read
     * @param  string  $problem  why it cannot be read
     * @param  bool  $isLeft  whether a person leaves it as it is
     */
    public function __construct(
        public string $key,
        public string $path,
        public ?string $sha256,
        public ?Recognised $found,
        public string $problem,
        public bool $isLeft,
    ) {
    }

    public function name(): string
    {
        return mb_scrub(basename($this->path));
    }

    public function isRead(): bool
    {
        return $this->sha256 !== null;
    }

    /** The package that it says it is; nothing where it does not say. */
    public function package(): string
    {
        return $this->found === null || $this->found->how === 'unknown' ? '' : $this->found->id;
    }

    /** "Handmade 1.0"; its name where it does not say. */
    public function title(): string
    {
        return $this->package() === '' ? $this->name() : trim("{$this->found?->name} {$this->found?->version()}");
    }
}
