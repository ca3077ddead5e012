<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/** What has been found in an archive so far, entry by entry. */
final class FoundInside
{
    public int $level = 0;

    public string $witness = '';

    public int $framework = 0;

    public string $assembly = '';

    /** @var array<string, true> */
    public array $namespaces = [];

    /** @var array<string, true> */
    public array $assemblies = [];

    /** @var array<string, string> path => version */
    public array $embedded = [];

    /** @var array<string, string> */
    public array $manifest = [];

    /** The highest level counts, with what has it. */
    public function atLevel(int $level, string $witness): void
    {
        [$this->level, $this->witness] = $level > $this->level ? [$level, $witness] : [$this->level, $this->witness];
    }

    public function facts(): ArchiveFacts
    {
        return new ArchiveFacts(
            $this->level,
            $this->witness,
            $this->framework,
            $this->assembly,
            array_map(strval(...), array_keys($this->namespaces)),
            array_map(strval(...), array_keys($this->assemblies)),
            $this->embedded,
            $this->manifest,
        );
    }
}
