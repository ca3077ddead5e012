<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

/** What an instance stands on: one exact version of the game, a build of its loader, a runtime, and memory. */
final readonly class Base
{
    /** @param  int  $memory  in megabytes */
    public function __construct(
        public string $game,
        public string $gameVersion,
        public string $loader,
        public string $loaderVersion,
        public string $runtime,
        public string $runtimeVersion,
        public int $memory,
    ) {
    }

    /** @return array{string, string, string} game, loader and runtime, in the order of a request's first wants */
    public function packages(): array
    {
        return [$this->game, $this->loader, $this->runtime];
    }

    public function onBuild(string $version): self
    {
        return new self($this->game, $this->gameVersion, $this->loader, $version, $this->runtime, $this->runtimeVersion, $this->memory);
    }

    public function onRuntime(string $version): self
    {
        return new self($this->game, $this->gameVersion, $this->loader, $this->loaderVersion, $this->runtime, $version, $this->memory);
    }

    public function withMemory(int $megabytes): self
    {
        return new self(
            $this->game,
            $this->gameVersion,
            $this->loader,
            $this->loaderVersion,
            $this->runtime,
            $this->runtimeVersion,
            $megabytes,
        );
    }
}
