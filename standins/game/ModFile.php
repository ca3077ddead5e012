<?php

declare(strict_types=1);

namespace Standins\Game;

use ZipArchive;

/** A mod or a library as its file has it. */
final class ModFile
{
    /** @var array<string, ClassHead> by name */
    public array $classes = [];

    /** @var list<AssemblyHead> */
    public array $assemblies = [];

    /**
     * @param  array<string, mixed>  $says  its descriptor
     * @param  array<string, mixed>  $does  what it does when it runs: behaviour.json
     */
    private function __construct(
        public readonly string $file,
        public readonly string $id,
        public readonly string $version,
        public readonly array $says,
        public readonly array $does,
    ) {
    }

    /** @return self|string why it cannot be read */
    public static function read(string $path, string $file): self|string
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            return 'java.util.zip.ZipException: zip END header not found';
        }
        $says = json_decode((string) $zip->getFromName('ferry.mod.json'), true);
        if (! is_array($says) || ! isset($says['id'], $says['version'])) {
            return 'it has no usable ferry.mod.json';
        }
        $mod = new self(
            $file,
            $says['id'],
            $says['version'],
            $says + ['loaders' => [], 'needs' => [], 'needsOneOf' => [], 'breaks' => [], 'memory' => 0, 'side' => 'both'],
            json_decode((string) $zip->getFromName('behaviour.json'), true) ?: [],
        );
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            $bytes = $zip->getFromIndex($i);
            if ($bytes === false || crc32($bytes) !== ($zip->statIndex($i)['crc'] ?? 0)) {
                return 'java.util.zip.ZipException: invalid entry CRC in '.$name;
            }
            if (str_ends_with($name, '.class') && ! str_starts_with($name, 'META-INF/versions/')) {
                $class = ClassHead::of($bytes);
                if (is_string($class)) {
                    return "java.lang.ClassFormatError: {$class} in class file ".substr($name, 0, -6);
                }
                $mod->classes[$class->name] = $class;
            } elseif (str_ends_with($name, '.dll')) {
                $assembly = AssemblyHead::of($bytes);
                if ($assembly === null) {
                    return 'System.BadImageFormatException: Bad IL format. The format of the file \''.$name.'\' is invalid.';
                }
                $mod->assemblies[] = $assembly;
            }
        }

        return $mod;
    }

    /**
     * The mods that were merged into the game's own archive.
     *
     * @return list<self>|string why it cannot be read
     */
    public static function merged(string $path, string $file): array|string
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            return 'java.util.zip.ZipException: zip END header not found';
        }
        $mods = $classes = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            if (preg_match('~^META-INF/[^/]+\.(?:SF|RSA|DSA)$~', $name) === 1) {
                return 'java.lang.SecurityException: SHA-256 digest error for ferry/hull/Hull.class';
            }
            if (preg_match('~^mods/[^/]+\.info$~', $name) === 1) {
                $says = json_decode((string) $zip->getFromIndex($i), true);
                $mods[] = new self(
                    $file,
                    $says['id'],
                    $says['version'],
                    $says + ['loaders' => [], 'needs' => [], 'needsOneOf' => [], 'breaks' => [], 'memory' => 0, 'side' => 'both'],
                    json_decode((string) $zip->getFromName(substr($name, 0, -4).'does'), true) ?: [],
                );
            } elseif (str_ends_with($name, '.class')) {
                $class = ClassHead::of((string) $zip->getFromIndex($i));
                $classes[] = is_string($class) ? null : $class;
            }
        }
        foreach ($mods as $mod) {
            foreach (array_filter($classes) as $class) {
                str_starts_with($class->name, 'demo/'.strtr($mod->id, '-.', '__').'/') ? ($mod->classes[$class->name] = $class) : null;
            }
        }

        return $mods;
    }

    /** Whether the beginning of the game, as it is in its archive, has a method. */
    public static function begins(string $path, string $method): bool
    {
        $zip = new ZipArchive();
        $class = $zip->open($path, ZipArchive::RDONLY) === true ? ClassHead::of((string) $zip->getFromName('ferry/Main.class')) : '';

        return ! is_string($class) && isset($class->has[$method]);
    }

    /** What the game calls to start it. */
    public function main(): string
    {
        return (string) (array_key_first($this->classes) ?? (array_key_last($this->assemblies[0]->types ?? []) ?? $this->id));
    }
}
