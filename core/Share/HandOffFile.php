<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Place\Archive\UnsafeArchive;

/** A hand-off as a ZIP archive: "hand-off.json" with what it carries, docs/formats/hand-off.schema.json. */
final readonly class HandOffFile
{
    private const DOCUMENT = 'hand-off.json';

    /** @param  array<string, string>  $configs  path => content */
    private function __construct(
        public HandOff $given,
        public Carried $carried,
        public string $document,
        public array $configs,
        public Container $container,
    ) {
    }

    /**
     * @param  array<string, string>  $configs  path => content
     * @param  array<string, string>  $files  SHA-256 => where the file lies
     */
    public static function write(string $to, HandOff $given, Carried $carried, array $configs, array $files): void
    {
        Container::write(
            $to,
            [self::DOCUMENT => HandOffDocument::write($given, $carried)],
            array_intersect_key($configs, $carried->configs),
            $files,
        );
    }

    /** @throws UnusableHandOff|UnsafeArchive */
    public static function open(string $path, string $name): self
    {
        $container = Container::open($path, $name);
        $document =
            $container->text(self::DOCUMENT) ??
            throw UnusableHandOff::because(
                $container->text('pack.json') === null
                    ? "There is no \"hand-off.json\" in {$name}."
                    : "{$name} is a pack. Drop it on the page Packs.",
            );
        $given = HandOffDocument::read($document);
        $carried = HandOffDocument::carried($document);
        $container->checkFiles($carried);

        return new self($given, $carried, $document, $container->configs($carried), $container);
    }
}
