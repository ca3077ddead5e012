<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

use DOMElement;
use Stasimon\Core\Document\PlainXml;

/** What a POM says of another artifact that it needs (Maven POM Reference, "Dependencies"); nothing for what it leaves open. */
final readonly class PomDependency
{
    public function __construct(
        public string $group,
        public string $artifact,
        public string $version,
        public string $type,
        public string $classifier,
        public string $scope,
        public string $optional,
    ) {
    }

    public static function read(DOMElement $element): self
    {
        $text = fn (string $name): string => PlainXml::text($element, $name);

        return new self(
            $text('groupId'),
            $text('artifactId'),
            $text('version'),
            $text('type') === '' ? 'jar' : $text('type'),
            $text('classifier'),
            $text('scope'),
            $text('optional'),
        );
    }

    /** By which another word on the same thing is known. */
    public function key(): string
    {
        return "{$this->group}:{$this->artifact}:{$this->type}:{$this->classifier}";
    }

    /** @param  callable(string): string  $to */
    public function with(callable $to): self
    {
        return new self(
            $to($this->group),
            $to($this->artifact),
            $to($this->version),
            $to($this->type),
            $to($this->classifier),
            $to($this->scope),
            $to($this->optional),
        );
    }

    /** What is left open, as it is managed. */
    public function managed(?self $by): self
    {
        return $by === null ? $this : new self(
            $this->group,
            $this->artifact,
            $this->version === '' ? $by->version : $this->version,
            $this->type,
            $this->classifier,
            $this->scope === '' ? $by->scope : $this->scope,
            $this->optional,
        );
    }

    public function isOptional(): bool
    {
        return $this->optional === 'true';
    }

    /** Whether it is there when the program runs: scopes of the Maven POM Reference. */
    public function isOfTheRun(): bool
    {
        return in_array($this->scope, ['', 'compile', 'runtime'], true);
    }
}
