<?php

declare(strict_types=1);

namespace Standins\Content;

use RuntimeException;
use ZipArchive;

/** Writes one release's archive: a manifest, classes with a true header, the descriptor the loader reads, and assets. */
final class Archive
{
    /**
     * @param  array<string, mixed>  $descriptor  what the loader in the game reads
     * @param  int  $level  class-file major version
     * @param  int  $kilobytes  of assets
     * @param  array<string, mixed>  $does  what it does when it runs, for the game to read
     * @param  array<string, list<string>>  $has  further classes => what they declare
     * @param  list<string>  $calls  what its first class calls
     */
    public static function write(
        string $path,
        array $descriptor,
        int $level,
        int $kilobytes,
        int $seed,
        array $does = [],
        array $has = [],
        array $calls = [],
        bool $isOld = false,
    ): void {
        $id = (string) $descriptor['id'];
        $name = self::nameOf($id);
        $folder = 'demo/'.strtr($id, '-.', '__');
        $classes = [
            "{$folder}/{$name}.class" => ClassFile::bytes("{$folder}/{$name}", $level, ['start()V'], $calls),
            "{$folder}/{$name}Parts.class" => ClassFile::bytes("{$folder}/{$name}Parts", $level),
        ];
        foreach ($has as $class => $members) {
            $classes["{$class}.class"] = ClassFile::bytes($class, $level, $members);
        }
        self::zip($path, [
            'META-INF/MANIFEST.MF' => "Manifest-Version: 1.0\r\nImplementation-Title: {$id}\r\n".
                "Implementation-Version: {$descriptor['version']}\r\n\r\n",
            ...$isOld ? self::merging($descriptor, $does) : self::about($descriptor, $does),
            ...$classes,
            ...self::assets($id, $name, $kilobytes, $seed),
        ]);
    }

    /**
     * The same with an assembly in place of classes.
     *
     * @param  array<string, mixed>  $descriptor
     * @param  array<string, mixed>  $does
     * @param  array{framework?: int, types?: array<string, list<string>>, references?: array<string, string>, calls?: list<array{string,
     *     string, string}>}  $assembly
     */
    public static function managed(string $path, array $descriptor, int $kilobytes, int $seed, array $does, array $assembly): void
    {
        $name = self::nameOf((string) $descriptor['id']);
        $bytes = Assembly::bytes(
            $name,
            "{$descriptor['version']}.0",
            '.NETCoreApp,Version=v'.($assembly['framework'] ?? 6).'.0',
            ($assembly['types'] ?? []) + ["{$name}.Plugin" => ['Start']],
            $assembly['references'] ?? [],
            $assembly['calls'] ?? [],
        );
        self::zip($path, [
            ...self::about($descriptor, $does),
            "{$name}.dll" => $bytes,
            ...self::assets((string) $descriptor['id'], $name, $kilobytes, $seed),
        ]);
    }

    /** "WaxAndSeal" */
    public static function nameOf(string $id): string
    {
        return str_replace(' ', '', ucwords(str_replace(['-', '.'], ' ', $id)));
    }

    /**
     * What a mod says of itself whose files are merged with those of others: under a name of its own.
     *
     * @param  array<string, mixed>  $descriptor
     * @param  array<string, mixed>  $does
     * @return array<string, string>
     */
    private static function merging(array $descriptor, array $does): array
    {
        return [
            "mods/{$descriptor['id']}.info" => json_encode($descriptor, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
        ] + ($does === [] ? [] : ["mods/{$descriptor['id']}.does" => json_encode($does, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)]);
    }

    /** The archive of the game itself from the time when mods were merged into it, signed as such were. */
    public static function game(string $path, string $version): void
    {
        $files = [
            'META-INF/MANIFEST.MF' => "Manifest-Version: 1.0\r\nMain-Class: ferry.Main\r\nImplementation-Version: {$version}\r\n\r\nName: ".
            "ferry/hull/Hull.class\r\nSHA-256-Digest: ".
                base64_encode(hash('sha256', $version, true)).
                "\r\n\r\n",
            'META-INF/FERRY.SF' => "Signature-Version: 1.0\r\n\r\n",
            'META-INF/FERRY.RSA' => self::noise(400, 14),
        ];
        foreach (['Main', 'hull/Hull', 'hull/Deck', 'sea/Water', 'sea/Oil', 'crew/Harbourmaster', 'registry/Numbers'] as $class) {
            $files["ferry/{$class}.class"] = ClassFile::bytes("ferry/{$class}", 50, ['start()V']);
        }
        self::zip($path, $files + ['gui/items.bin' => self::noise(60_000, 149)]);
    }

    /**
     * @param  array<string, mixed>  $descriptor
     * @param  array<string, mixed>  $does
     * @return array<string, string>
     */
    private static function about(array $descriptor, array $does): array
    {
        return ['ferry.mod.json' => json_encode($descriptor, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)] +
            ($does === [] ? [] : ['behaviour.json' => json_encode($does, JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)]);
    }

    /** @return array<string, string> */
    private static function assets(string $id, string $name, int $kilobytes, int $seed): array
    {
        return [
            "assets/{$id}/lang/en.json" => json_encode(["{$id}.name" => $name], JSON_THROW_ON_ERROR),
            "assets/{$id}/texture.bin" => self::noise($kilobytes * 1024, $seed),
        ];
    }

    /**
     * An archive without classes: a pack, or files that go into the game's own folders.
     *
     * @param  array<string, mixed>  $descriptor
     * @param  array<string, string>  $extra  name => content; with none, assets to fill it
     */
    public static function bare(string $path, array $descriptor, array $extra, int $kilobytes, int $seed): void
    {
        $id = (string) ($descriptor['id'] ?? '');
        $looks = $extra === [] && $descriptor['type'] === 'resource-pack' ? self::looks($id, (string) $descriptor['name']) : [];
        // One of its pictures stands for all of it.
        $pictures = preg_grep('/\.png$/', array_keys($looks)) ?: [];
        $says = array_intersect_key($descriptor, ['id' => 1, 'version' => 1, 'name' => 1, 'type' => 1, 'after' => 1]) +
            ($pictures === [] ? [] : ['picture' => end($pictures)]);
        self::zip(
            $path,
            $extra !== []
                ? $extra
                : [
                    'pack.json' => json_encode($says, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR),
                    "assets/{$id}/texture.bin" => self::noise($kilobytes * 1024, $seed),
                ] + $looks,
        );
    }

    /** @return array<string, string> pictures and words of the game's own that a pack puts others in the place of */
    private static function looks(string $id, string $name): array
    {
        $seed = crc32($id);
        $files = [
            'assets/ferrywright/lang/en.json' => json_encode(
                [
                    'ferry.title' => "Ferrywright in {$name}",
                    'ferry.sign' => 'To the boats',
                    'ferry.lamp' => $seed % 2 === 0 ? 'Lamp' : 'Lantern',
                ],
                JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR,
            ),
        ];
        foreach (['hull', 'lamp', 'sign', 'rope'] as $n => $what) {
            if (($seed >> $n) % 3 === 0) {
                continue;
            }
            $picture = imagecreatetruecolor(32, 32);
            $colour = fn (int $shift): int => (int) imagecolorallocate(
                $picture,
                40 + (($seed >> $shift) % 180),
                40 + (($seed >> ($shift + 5)) % 170),
                40 + (($seed >> ($shift + 9)) % 160),
            );
            imagefill($picture, 0, 0, $colour($n));
            for ($stripe = 0; $stripe < 32; $stripe += 4 + $n) {
                imageline($picture, 0, $stripe, 31, $stripe + $n, $colour($n + 3));
            }
            imagerectangle($picture, 0, 0, 31, 31, $colour($n + 7));
            ob_start();
            imagepng($picture, null, 9);
            $files["assets/ferrywright/textures/{$what}.png"] = (string) ob_get_clean();
        }
        if ($seed % 2 === 1) {
            $files['assets/ferrywright/sounds/horn.wav'] = self::horn(90 + ($seed % 140));
        }

        return $files;
    }

    /** A short tone: WAVE, PCM, one channel, 8,000 samples of 8 bits a second. */
    private static function horn(int $hertz): string
    {
        $samples = '';
        for ($n = 0; $n < 4_000; $n++) {
            $samples .= chr(128 + (int) (90 * sin((2 * M_PI * $hertz * $n) / 8_000) * (1 - $n / 4_000)));
        }

        return 'RIFF'.
            pack('V', 36 + strlen($samples)).
            'WAVEfmt '.
            pack('VvvVVvv', 16, 1, 1, 8_000, 8_000, 1, 8).
            'data'.
            pack('V', strlen($samples)).
            $samples;
    }

    /** @param  array<string, string>  $files  name => content */
    private static function zip(string $path, array $files): void
    {
        $zip = new ZipArchive();
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

    private static function noise(int $bytes, int $seed): string
    {
        $noise = '';
        for ($block = 0; strlen($noise) < $bytes; $block++) {
            $noise .= hash('sha512', "{$seed} {$block}", true);
        }

        return substr($noise, 0, $bytes);
    }
}
