<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

/** What a Maven repository calls one version of an artifact, and where that lies: Maven Repository Layout, "Final". */
final readonly class Coordinates
{
    private const PART = '/^[A-Za-z0-9_][A-Za-z0-9_.+~-]*$/D';

    public function __construct(public string $group, public string $artifact, public string $version)
    {
    }

    /** Of a POM, as it lies; null for one that lies elsewhere. */
    public static function ofPath(string $path): ?self
    {
        if (preg_match('~^(.+)/([^/]+)/([^/]+)/([^/]+)\.pom$~D', $path, $found) !== 1) {
            return null;
        }
        $one = new self(strtr($found[1], '/', '.'), $found[2], $found[3]);

        return str_starts_with($found[4], "{$found[2]}-") && $one->isWhole() ? $one : null;
    }

    /** Whether it is written with what names of files and ids can have. */
    public function isWhole(): bool
    {
        foreach ([$this->group, $this->artifact, $this->version] as $part) {
            if (preg_match(self::PART, $part) !== 1 || str_contains($part, '..')) {
                return false;
            }
        }

        return true;
    }

    public function folder(): string
    {
        return strtr($this->group, '.', '/')."/{$this->artifact}/{$this->version}";
    }

    public function pom(): string
    {
        return "{$this->folder()}/{$this->artifact}-{$this->version}.pom";
    }

    /** The package that an artifact is here. No part of coordinates has a plus that Maven would take. */
    public static function id(string $group, string $artifact): string
    {
        return strtolower("{$group}+{$artifact}");
    }

    public function words(): string
    {
        return "{$this->group}:{$this->artifact}:{$this->version}";
    }
}
