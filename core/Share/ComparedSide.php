<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Plan\Base;

/** One of those that are compared: an instance, a restore point, a hand-off. */
final readonly class ComparedSide
{
    /**
     * @param  array<string, Held>  $held  by package id, without the base
     * @param  array<string, string>  $titles  of game, loaders and runtime
     * @param  array<string, string>|null  $configs  path => SHA-256; null where nothing is known of them
     */
    public function __construct(
        public string $name,
        public Base $base,
        public array $held,
        private array $titles = [],
        public ?array $configs = null,
    ) {
    }

    public function title(string $id): string
    {
        return $this->titles[$id] ?? $id;
    }
}
