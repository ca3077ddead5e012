<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveLimits;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\UnusableHandOff;
use ZipArchive;

/**
 * A pack as a file: a ZIP archive with "pack.json" (docs/formats/pack.schema.json) and its configs below "configs/". The
 * releases it consists of are named, with the digests of their files, and not in it.
 */
final class PackFile
{
    public const FORMAT = 'stasimon/pack';

    private const DOCUMENT = 'pack.json';

    private const CONFIGS = 'configs/';

    /** Bytes of everything in it, unpacked: all of it is looked at at once. */
    private const MOST = 30_000_000;

    public static function document(Pack $pack): string
    {
        $given = (array) json_decode(HandOffDocument::write($pack->lineUp));

        return json_encode([
            'format' => self::FORMAT, 'revision' => 1, 'id' => $pack->id, 'version' => $pack->version, 'name' => $pack->name(), 'summary' => $pack->summary, 'licence' => $pack->licence, 'notes' => $pack->notes,
            'plan' => $given['plan'], 'releases' => $given['releases'], 'configs' => array_map(fn (string $path, string $digest): array => ['path' => $path, 'sha256' => $digest], array_map(strval(...), array_keys($pack->configs)), array_values($pack->configs)),
        ], JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n";
    }

    /** @throws UnusablePack */
    public static function read(string $json): Pack
    {
        try {
            $node = Node::ofJson($json);
            $node->expectFormat(self::FORMAT);
            $given = HandOffDocument::read(json_encode(['format' => HandOffDocument::FORMAT] + (array) json_decode($json), JSON_THROW_ON_ERROR));
            $configs = [];
            foreach ($node->listed('configs') as $config) {
                $path = $config->field('path')->text();
                if (isset($configs[$path])) {
                    throw $config->field('path')->wrong("\"{$path}\" is listed twice.");
                }
                $configs[$path] = $config->field('sha256')->text();
            }

            return new Pack($node->field('id')->text(), $node->field('version')->text(), $given, $node->optional('summary')?->text() ?? '', $node->optional('licence')?->text() ?? '', $node->optional('notes')?->text() ?? '', $configs);
        } catch (UnusableDocument|UnusableHandOff $failure) {
            throw UnusablePack::because($failure->getMessage());
        }
    }

    /**
     * Writes the file.
     *
     * @param  array<string, string>  $contents  path => content of each config
     */
    public static function write(Pack $pack, array $contents, string $to): void
    {
        $zip = new ZipArchive;
        $zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE) === true || throw UnusablePack::because('It could not be written.');
        // The same pack is the same file, whenever it is made.
        $put = function (string $name, string $text) use ($zip): void {
            $zip->addFromString($name, $text);
            $zip->setMtimeName($name, (int) gmmktime(0, 0, 0, 1, 1, 1980) + 86_400);
        };
        $put(self::DOCUMENT, self::document($pack));
        ksort($contents, SORT_STRING);
        foreach (array_intersect_key($contents, $pack->configs) as $path => $text) {
            $put(self::CONFIGS.$path, $text);
        }
        $zip->close() || throw UnusablePack::because('It could not be written.');
    }

    /**
     * Reads the file whole: what it says, and every config, whose digest has to be what is said.
     *
     * @return array{Pack, array<string, string>} path => content
     *
     * @throws UnusablePack|UnsafeArchive
     */
    public static function open(string $path, string $name): array
    {
        $archive = Archive::read($path, $name, new ArchiveLimits(entries: Pack::CONFIGS + 100, bytes: self::MOST));
        $found = [];
        foreach ($archive->entries as $entry) {
            $found[$entry->path] = $entry;
        }
        $document = $found[self::DOCUMENT] ?? throw UnusablePack::because('There is no "'.self::DOCUMENT.'" in it.');
        if ($document->size > 5_000_000) {
            throw UnusablePack::because('Its "'.self::DOCUMENT.'" is larger than any could be.');
        }
        $zip = Archive::reading($path, $name);
        $pack = self::read((string) $zip->getFromIndex($document->index));
        $contents = [];
        foreach ($pack->configs as $config => $digest) {
            $entry = $found[self::CONFIGS.$config] ?? throw UnusablePack::because("It says that it has {$config}, which is not in it.");
            if ($entry->size > Pack::LARGEST) {
                throw UnusablePack::because("{$config} is larger than a config may be.");
            }
            $contents[(string) $config] = (string) $zip->getFromIndex($entry->index);
            if (hash('sha256', $contents[(string) $config]) !== $digest) {
                throw UnusablePack::because("{$config} is not what it is said to be: its digest is another one.");
            }
        }
        $zip->close();

        return [$pack, $contents];
    }
}
