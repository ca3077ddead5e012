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
     * @param  list<string>  $own  the folders with a person's own files, as the game's definition has them
     */
    private function __construct(private array $namespaces, private array $assemblies, private array $files, private array $own)
    {
    }

    /**
     * @param  array<string, ArchiveFacts>  $facts  package => what its archive holds
     * @param  array<string, string>  $files  path in the instance's folder => package
     * @param  list<string>  $own  the folders with a person's own files
     */
    public static function of(array $facts, array $files = [], array $own = []): self
    {
        $namespaces = $assemblies = [];
        foreach ($facts as $package => $of) {
            $namespaces += array_fill_keys($of->namespaces, (string) $package);
            $assemblies += array_fill_keys($of->assemblies, (string) $package);
        }

        return new self($namespaces, $assemblies, $files, $own);
    }

    public static function nobody(): self
    {
        return new self([], [], [], []);
    }

    /** Whether nothing is known of whose code is whose, as without an instance. */
    public function knowNothing(): bool
    {
        return $this->namespaces === [] && $this->assemblies === [];
    }

    /** @param  string  $frame  a class, or the file that a frame names */
    public function ofFrame(string $frame): ?string
    {
        return str_contains($frame, '/') ? $this->ofPath($frame) : $this->ofClass($frame);
    }

    /** Whose file it is, or in whose archive it is, by the end of its path. */
    private function ofPath(string $path): ?string
    {
        $parts = array_slice(explode('/', $path), -24);
        foreach (array_keys($parts) as $from) {
            for ($length = count($parts) - $from; $length > 0; $length--) {
                $held =
                    $length > 1 || str_contains($parts[$from], '.')
                        ? $this->files[implode('/', array_slice($parts, $from, $length))] ?? null
                        : null;
                if ($held !== null) {
                    return $held;
                }
            }
        }

        return null;
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

    /**
     * The one package that a line names, by its id or by what its code is called.
     *
     * @param  list<string>  $but  packages that are not meant
     */
    public function named(string $line, array $but): ?string
    {
        $ids = array_fill_keys(
            [...array_values($this->namespaces), ...array_values($this->assemblies), ...array_values($this->files)],
            true,
        );
        $named = [];
        foreach (preg_split('/[^\w-]*(?:[^\w.-]+|$)/', $line, flags: PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            $id = $this->assemblies[$word] ?? (isset($ids[strtolower($word)]) ? strtolower($word) : null);
            if ($id !== null && ! in_array($id, $but, true)) {
                $named[$id] = true;
            }
        }

        return count($named) === 1 ? (string) array_key_first($named) : null;
    }

    /** A path as it is called within the instance's folder, where it ends so; otherwise as it is. */
    public function relative(string $file): string
    {
        $parts = explode('/', $file);
        foreach (array_keys($parts) as $from) {
            $end = implode('/', array_slice($parts, $from));
            if (isset($this->files[$end]) || in_array($parts[$from], $this->own, true)) {
                return $end;
            }
        }

        return $file;
    }

    /** The package that a config belongs to: one that laid it, or one that it is called like. */
    public function ofConfig(string $file): ?string
    {
        if (isset($this->files[$file])) {
            return $this->files[$file];
        }
        $known = array_fill_keys(
            [...array_values($this->namespaces), ...array_values($this->assemblies), ...array_values($this->files)],
            true,
        );
        foreach (array_reverse(explode('/', strtolower($file))) as $part) {
            $name = (string) preg_replace('/(?:[-_.](?:client|server|common|config|settings))*\.\w+$/', '', $part);
            if (isset($known[$name]) || isset($known[strtr($name, '_', '-')])) {
                return isset($known[$name]) ? $name : strtr($name, '_', '-');
            }
        }

        return null;
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
