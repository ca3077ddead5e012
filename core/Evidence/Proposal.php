<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Game\DescriptorRule;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** What a file that says nothing of itself probably is, by its name and by what is in it. A person has the last word. */
final readonly class Proposal
{
    /** Bytes of a program that are read. */
    private const HEAD = 32_000_000;

    /** @param  list<string>  $why  sentences */
    private function __construct(
        public string $id,
        public string $name,
        public string $version,
        public Kind $kind,
        public string $content,
        public array $why,
    ) {
    }

    /**
     * @param  list<Kind>  $kinds  that the game has places for
     * @param  list<DescriptorRule>  $descriptors
     *
     * @throws UnsafeArchive
     */
    public static function of(string $path, string $file, array $kinds, array $descriptors): self
    {
        [$name, $version] = self::named($file);
        $why = [$version === '' ? "The file's name gives its name, and no version." : "The file's name gives name and version."];
        $isArchive = str_starts_with((string) @file_get_contents($path, false, null, 0, 4), "PK\x03\x04");
        $paths = $isArchive ? array_map(fn (ArchiveEntry $entry): string => $entry->path, Archive::lookInto($path, $file)->entries) : [];
        [$content, $because] = self::content($paths, $descriptors);
        $inside = array_map(
            fn (string $one): string => substr($one, $content === '' ? 0 : strlen($content) + 1),
            array_values(array_filter($paths, fn (string $one): bool => $content === '' || str_starts_with($one, "{$content}/"))),
        );
        [$kind, $as] = self::kind($inside, $kinds, $isArchive);
        if (! $isArchive) {
            [$as, $version] = self::native($path, $as, $version);
        }
        $id = ltrim(
            trim(
                (string) preg_replace(
                    '/[^a-z0-9._+]+/',
                    '-',
                    mb_strtolower(transliterator_transliterate('Any-Latin; Latin-ASCII', $name) ?: $name),
                ),
                '-',
            ),
            '._+-',
        );
        $id = rtrim(mb_strcut($id, 0, Limits::ID), '._+-');
        $version = strlen($version) > Limits::VERSION ? '' : $version;
        $name = mb_substr($name, 0, Limits::NAME);

        return new self(
            $id === '' ? 'file' : $id,
            $name,
            $version === '' ? '1.0.0' : $version,
            $kind,
            $content,
            array_values(array_filter([...$why, $because, $as])),
        );
    }

    /** @return array{string, string} what a program or library says in its head, and the version that it has in its resources */
    private static function native(string $path, string $as, string $version): array
    {
        $bytes = (string) file_get_contents($path, false, null, 0, self::HEAD);
        $head = NativeHead::of($bytes);
        $says = $head?->format === 'PE' ? VersionResource::of($bytes) : null;

        return [
            $head === null ? $as : trim($head->words().' '.$as),
            $version !== '' || $says === null ? $version : (ltrim($says['productVersion'], '0.') === '' ? '' : $says['productVersion']),
        ];
    }

    /** @return array{string, string} name and version; "Tide_Clock-v2.1.3.zip" is Tide Clock 2.1.3 */
    private static function named(string $file): array
    {
        $stem = (string) preg_replace('/\.(?:zip|jar|dll|exe|so(?:\.\d+)*|7z|rar|tar\.gz)$/i', '', $file);
        // What a browser adds to the second of two files.
        $stem = (string) preg_replace('/ ?\(\d+\)$/', '', $stem);
        $version = '';
        if (
            preg_match('/^(?<name>.*?\p{L}.*?)[-_ +]*[vV]?(?<version>\d+(?:\.\d+)+(?:[-+.][0-9A-Za-z.]+)*)(?<rest>.*)$/u', $stem, $part) ===
            1
        ) {
            [$stem, $version] = [$part['name'], $part['version']];
        }
        $words = trim((string) preg_replace('/[-_.+\s]+/', ' ', (string) preg_replace('/(?<=[a-z])(?=[A-Z])/', ' ', $stem)));

        return [$words === '' ? 'File' : mb_convert_case($words, MB_CASE_TITLE), $version];
    }

    /**
     * The folder that is the content, where only one is.
     *
     * @param  list<string>  $paths
     * @param  list<DescriptorRule>  $descriptors
     * @return array{string, string} and why
     */
    private static function content(array $paths, array $descriptors): array
    {
        foreach ($descriptors as $rule) {
            foreach ($paths as $path) {
                for (
                    $folder = dirname($path), $rest = basename($path);
                    $folder !== '.';
                    $rest = basename($folder)."/{$rest}", $folder = dirname($folder)
                ) {
                    if ($rule->isAt($rest)) {
                        return [$folder, "The folder {$folder} has what says what it is; the rest lies around it."];
                    }
                }
            }
        }
        $tops = array_unique(array_map(fn (string $path): string => str_contains($path, '/') ? explode('/', $path)[0] : '', $paths));
        if (count($tops) === 1 && $tops !== ['']) {
            $top = array_values($tops)[0];

            return in_array($top, ['assets', 'data', 'META-INF', 'textures', 'shaders'], true)
                ? ['', '']
                : [$top, "All of it lies in the folder {$top}."];
        }

        return ['', ''];
    }

    /**
     * @param  list<string>  $paths  below the content's folder
     * @param  list<Kind>  $kinds
     * @return array{Kind, string} and why
     */
    private static function kind(array $paths, array $kinds, bool $isArchive): array
    {
        $has = fn (string $pattern): bool => preg_grep($pattern, $paths) !== [];
        $guess = match (true) {
            ! $isArchive || $has('~\.(?:class|dll)$~i') => [Kind::Mod, $isArchive ? 'It holds code, so it is taken for a mod.' : ''],
            $has('~(?:^|/)shaders/~i') => [Kind::ShaderPack, 'It holds shaders.'],
            $has('~^(?:assets/|textures/)|\.(?:png|ogg)$~i') => [Kind::ResourcePack, 'It holds pictures or sounds, and no code.'],
            $has('~^data/~i') => [Kind::DataPack, 'It holds data, and no code.'],
            default => [Kind::Mod, 'Nothing in it says what kind it is.'],
        };

        return in_array($guess[0], $kinds, true) || $kinds === []
            ? $guess
            : [in_array(Kind::Mod, $kinds, true) ? Kind::Mod : $kinds[0], 'The game has no place for anything else that it could be.'];
    }
}
