<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Game\OwnWords;

/**
 * What goes with a line-up beyond the names of its releases: configs, files that no depot has and that may be passed on, and
 * where those are to be had that may not, and how it is launched.
 */
final readonly class Carried
{
    /** Configs that there can be, and bytes of each. */
    public const CONFIGS = 5_000;

    public const LARGEST = 1_000_000;

    /** Files that there can be. */
    public const FILES = 500;

    /** Files of worlds that there can be, and bytes of all of them. */
    public const WORLD_FILES = 2_000;

    public const WORLDS = 40_000_000;

    /**
     * @param  array<string, string>  $configs  path below the instance's folder => SHA-256 of its content
     * @param  list<CarriedFile>  $files
     * @param  list<Elsewhere>  $elsewhere
     * @param  list<CarriedWorld>  $worlds  files of worlds, each below its world's folder
     * @param  OwnWords  $launching  what whoever gave it adds to how it is launched, which nobody else's instance does unasked
     *
     * @throws UnusableHandOff
     */
    public function __construct(
        public array $configs = [],
        public array $files = [],
        public array $elsewhere = [],
        public OwnWords $launching = new OwnWords(),
        public array $worlds = [],
    ) {
        $bytes = array_sum(array_map(fn (CarriedWorld $one): int => $one->size, $worlds));
        if (count($worlds) > self::WORLD_FILES || $bytes > self::WORLDS) {
            throw UnusableHandOff::because(
                'Its worlds have more than '.number_format(self::WORLD_FILES).' files, or '.number_format(self::WORLDS / 1_000_000).' MB.',
            );
        }
        if (count($configs) > self::CONFIGS) {
            throw UnusableHandOff::because('It has more than '.number_format(self::CONFIGS).' configs.');
        }
        foreach ($configs as $path => $digest) {
            self::checkPath((string) $path);
            self::isDigest($digest) || throw UnusableHandOff::because("{$path} has no SHA-256.");
        }
        if (count($files) + count($elsewhere) > self::FILES) {
            throw UnusableHandOff::because('It has more than '.number_format(self::FILES).' files that no depot has.');
        }
    }

    /** @return array<string, list<mixed>|array<string, mixed>> as it stands in a document */
    public function fields(): array
    {
        return [
            'configs' => array_map(
                fn (string $path, string $digest): array => ['path' => $path, 'sha256' => $digest],
                array_map(strval(...), array_keys($this->configs)),
                array_values($this->configs),
            ),
            'files' => $this->files,
            'elsewhere' => $this->elsewhere,
        ] + array_filter(['worlds' => $this->worlds, 'launching' => array_filter($this->launching->fields())]);
    }

    /** @throws UnusableDocument|UnusableHandOff */
    public static function read(Node $document): self
    {
        $configs = [];
        foreach ($document->listed('configs') as $config) {
            $path = $config->field('path')->text();
            if (isset($configs[$path])) {
                throw $config->field('path')->wrong("\"{$path}\" is listed twice.");
            }
            $configs[$path] = $config->field('sha256')->text();
        }
        $text = fn (Node $node, string $field): string => $node->optional($field)?->text() ?? '';
        $files = array_map(
            fn (Node $file): CarriedFile => new CarriedFile(
                $file->field('sha256')->text(),
                $file->field('name')->text(),
                $file->field('size')->whole(),
                $text($file, 'id'),
                $text($file, 'version'),
                $text($file, 'kind'),
                $text($file, 'title'),
            ),
            $document->listed('files'),
        );
        $elsewhere = array_map(
            fn (Node $one): Elsewhere => new Elsewhere(
                $one->field('id')->text(),
                $text($one, 'version'),
                $one->field('title')->text(),
                $text($one, 'source'),
            ),
            $document->listed('elsewhere'),
        );

        $worlds = array_map(
            fn (Node $one): CarriedWorld => new CarriedWorld(
                $one->field('world')->text(),
                $one->field('path')->text(),
                $one->field('sha256')->text(),
                $one->field('size')->whole(),
            ),
            $document->listed('worlds'),
        );
        $launching = $document->optional('launching');

        return new self(
            $configs,
            $files,
            $elsewhere,
            $launching === null ? new OwnWords() : OwnWords::read($launching),
            $worlds,
        );
    }

    /** @param  list<CarriedWorld>  $worlds */
    public function withWorlds(array $worlds): self
    {
        return new self($this->configs, $this->files, $this->elsewhere, $this->launching, $worlds);
    }

    /** @return array<string, list<CarriedWorld>> folder of a world => its files */
    public function byWorld(): array
    {
        $by = [];
        foreach ($this->worlds as $file) {
            $by[$file->world][] = $file;
        }

        return $by;
    }

    public static function isDigest(string $text): bool
    {
        return preg_match('/^[0-9a-f]{64}$/D', $text) === 1;
    }

    public static function isLine(string $text, int $most): bool
    {
        return mb_strlen($text) <= $most && mb_check_encoding($text, 'UTF-8') && preg_match('/[\x00-\x1f\x7f]/', $text) !== 1;
    }

    /** @throws UnusableHandOff for what leads out of a folder, or cannot lie in one */
    public static function checkPath(string $path): void
    {
        $parts = explode('/', $path);
        $isOdd =
            $path === '' ||
            strlen($path) > Limits::PATH ||
            count($parts) < 2 ||
            ! mb_check_encoding($path, 'UTF-8') ||
            preg_match('/[\x00-\x1f\x7f\\\\:*?"<>|]/', $path) === 1;
        if ($isOdd || array_intersect($parts, ['', '.', '..']) !== []) {
            throw UnusableHandOff::because(
                'It has a file at "'.
                    mb_strimwidth(mb_scrub((string) preg_replace('/[\x00-\x1f\x7f]/', '?', $path)), 0, 60, '…').
                    '", which is no path in a folder of an instance.',
            );
        }
    }
}
