<?php

declare(strict_types=1);

namespace Standins\Content;

use RuntimeException;
use ZipArchive;

/** Writes one release's archive: a manifest, classes with a true header, the descriptor the loader reads, and assets. */
final class Archive
{
    /** A class file's magic number: The Java Virtual Machine Specification, section 4.1. */
    private const MAGIC = 0xCAFEBABE;

    /**
     * @param  array<string, mixed>  $descriptor  what the loader in the game reads
     * @param  int  $level  class-file major version
     * @param  int  $kilobytes  of assets
     * @param  array<string, string>  $draws  part of the picture => in which way it is drawn; nothing for a way that fails
     */
    public static function write(string $path, array $descriptor, int $level, int $kilobytes, int $seed, array $draws = []): void
    {
        $id = (string) $descriptor['id'];
        $name = str_replace(' ', '', ucwords(str_replace(['-', '.'], ' ', $id)));
        self::zip($path, [
            'META-INF/MANIFEST.MF' => "Manifest-Version: 1.0\r\nImplementation-Title: {$id}\r\nImplementation-Version: {$descriptor['version']}\r\n\r\n",
            'ferry.mod.json' => json_encode($descriptor, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
            "demo/{$id}/{$name}.class" => self::classFile("demo/{$id}/{$name}", $level),
            "demo/{$id}/{$name}Parts.class" => self::classFile("demo/{$id}/{$name}Parts", $level),
            "assets/{$id}/lang/en.json" => json_encode(["{$id}.name" => $name], JSON_THROW_ON_ERROR),
            "assets/{$id}/texture.bin" => self::noise($kilobytes * 1024, $seed),
        ] + ($draws === [] ? [] : ['draws.json' => json_encode($draws, JSON_THROW_ON_ERROR)]));
    }

    /**
     * An archive without classes: a pack, or files that go into the game's own folders.
     *
     * @param  array<string, mixed>  $descriptor
     * @param  array<string, string>  $extra  name => content; with none, assets to fill it
     */
    public static function bare(string $path, array $descriptor, array $extra, int $kilobytes, int $seed): void
    {
        $id = (string) $descriptor['id'];
        self::zip($path, $extra !== [] ? $extra : [
            'pack.json' => json_encode(array_intersect_key($descriptor, ['id' => 1, 'version' => 1, 'name' => 1, 'type' => 1]), JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR),
            "assets/{$id}/texture.bin" => self::noise($kilobytes * 1024, $seed),
        ]);
    }

    /** @param  array<string, string>  $files  name => content */
    private static function zip(string $path, array $files): void
    {
        $zip = new ZipArchive;
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw new RuntimeException("{$path} cannot be written.");
        }
        foreach ($files as $file => $content) {
            $zip->addFromString($file, $content);
            $zip->setMtimeName($file, 1_900_000_000);
            $zip->setCompressionName($file, str_ends_with($file, '.bin') ? ZipArchive::CM_STORE : ZipArchive::CM_DEFLATE);
        }
        $zip->close();
    }

    /** The smallest class there is: a header, a constant pool with its own and its parent's name, and nothing else. */
    private static function classFile(string $name, int $level): string
    {
        $utf8 = fn (string $text): string => pack('Cn', 1, strlen($text)).$text;
        $pool = $utf8($name).pack('Cn', 7, 1).$utf8('java/lang/Object').pack('Cn', 7, 3);

        return pack('Nnn', self::MAGIC, 0, $level).pack('n', 5).$pool.pack('nnnnnnn', 0x0021, 2, 4, 0, 0, 0, 0);
    }

    private static function noise(int $bytes, int $seed): string
    {
        $noise = '';
        for ($block = 0; strlen($noise) < $bytes; $block++) {
            $noise .= hash('sha512', "{$seed} {$block}", true);
        }

        return substr($noise, 0, $bytes);
    }
}
