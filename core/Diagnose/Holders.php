<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Evidence\ArchiveFacts;

/** Which package's archive holds a class, an assembly or a file. */
final readonly class Holders
{
    /**
     * @param  array<string, string>  $namespaces  "oakum.sky" => package
     * @param  array<string, string>  $assemblies  name => package
     * @param  array<string, string>  $files  path in the instance's folder => package
     */
    private function __construct(private array $namespaces, private array $assemblies, private array $files)
    {
    }

    /**
     * @param  array<string, ArchiveFacts>  $facts  package => what its archive holds
     * @param  array<string, string>  $files  path in the instance's folder => package
     */
    public static function of(array $facts, array $files = []): self
    {
        $namespaces = $assemblies = [];
        foreach ($facts as $package => $of) {
            $namespaces += array_fill_keys($of->namespaces, (string) $package);
            $assemblies += array_fill_keys($of->assemblies, (string) $package);
        }

        return new self($namespaces, $assemblies, $files);
    }

    public static function nobody(): self
    {
        return new self([], [], []);
    }

    /** Whether nothing is known of whose code is whose, as without an instance. */
    public function knowNothing(): bool
    {
        return $this->namespaces === [] && $this->assemblies === [];
    }

    /** @param  string  $class  with dots or slashes */
    public function ofClass(string $class): ?string
    {
        $class = strtr($class, '/', '.');
        $namespace = substr($class, 0, (int) strrpos($class, '.'));

        return $this->namespaces[$namespace] ?? $this->ofAssembly(explode('.', $class)[0]);
    }

    public function ofAssembly(string $name): ?string
    {
        return $this->assemblies[$name] ?? null;
    }

    /** @param  string  $file  with its folder, or its name alone */
    public function ofFile(string $file): ?string
    {
        if (isset($this->files[$file])) {
            return $this->files[$file];
        }
        foreach ($this->files as $path => $package) {
            if (basename((string) $path) === basename($file)) {
                return $package;
            }
        }

        return null;
    }
}
