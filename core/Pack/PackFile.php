<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\Container;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\UnusableHandOff;

/**
 * A pack as a file: a ZIP archive with "pack.json" (docs/formats/pack.schema.json), what that carries, and perhaps a picture
 * and a signature. The releases it consists of are named, with the digests of their files, and not in it.
 */
final readonly class PackFile
{
    public const FORMAT = 'stasimon/pack';

    /** Width and height of a picture, and the bytes it can have. */
    public const PICTURE = 400;

    private const PICTURE_BYTES = 1_000_000;

    private const DOCUMENT = 'pack.json';

    private const SIGNATURE = 'signature.json';

    private const PICTURE_FILE = 'picture.png';

    /**
     * @param  string  $document  "pack.json" as it stands
     * @param  array<string, string>  $configs  path => content
     */
    private function __construct(
        public Pack $pack,
        public string $document,
        public array $configs,
        public ?string $picture,
        public ?Signature $signature,
        public Container $container,
    ) {
    }

    public static function document(Pack $pack): string
    {
        $given = (array) json_decode(HandOffDocument::write($pack->lineUp));

        return json_encode(
            [
                'format' => self::FORMAT,
                'revision' => 1,
                'id' => $pack->id,
                'version' => $pack->version,
                'name' => $pack->name(),
                'summary' => $pack->summary,
                'licence' => $pack->licence,
                'notes' => $pack->notes,
                'picture' => $pack->picture,
                'plan' => $given['plan'],
                'releases' => $given['releases'],
                'stages' => $given['stages'] ?? [],
            ] + $pack->carried->fields(),
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        )."\n";
    }

    /** @throws UnusablePack */
    public static function read(string $json): Pack
    {
        try {
            $node = Node::ofJson($json);
            $node->expectFormat(self::FORMAT);
            $given = HandOffDocument::read(
                json_encode(['format' => HandOffDocument::FORMAT] + (array) json_decode($json), JSON_THROW_ON_ERROR),
            );
            $text = fn (string $field): string => $node->optional($field)?->text() ?? '';

            return new Pack(
                $node->field('id')->text(),
                $node->field('version')->text(),
                $given,
                $text('summary'),
                $text('licence'),
                $text('notes'),
                Carried::read($node),
                $text('picture'),
            );
        } catch (UnusableDocument|UnusableHandOff $failure) {
            throw UnusablePack::because($failure->getMessage());
        }
    }

    /**
     * Writes the file.
     *
     * @param  string  $document  "pack.json", as it was signed
     * @param  array<string, string>  $configs  path => content
     * @param  array<string, string>  $files  SHA-256 => where a file that is carried lies
     *
     * @throws UnusablePack
     */
    public static function write(
        string $to,
        string $document,
        array $configs = [],
        array $files = [],
        ?string $picture = null,
        ?string $signature = null,
    ): void {
        try {
            Container::write(
                $to,
                array_filter([self::DOCUMENT => $document, self::SIGNATURE => $signature, self::PICTURE_FILE => $picture], is_string(...)),
                $configs,
                $files,
            );
        } catch (UnusableHandOff $failure) {
            throw UnusablePack::because($failure->getMessage());
        }
    }

    /**
     * Reads the file whole: what it says, and everything in it, whose digests have to be what is said.
     *
     * @throws UnusablePack|UnsafeArchive
     */
    public static function open(string $path, string $name): self
    {
        try {
            $container = Container::open($path, $name);
            $document =
                $container->text(self::DOCUMENT) ??
                throw UnusablePack::because(
                    $container->text('hand-off.json') === null
                        ? 'There is no "'.self::DOCUMENT."\" in {$name}."
                        : "{$name} is a hand-off. Drop it on the page Hand-offs.",
                );
            $pack = self::read($document);
            $container->checkFiles($pack->carried);
            $signature = $container->text(self::SIGNATURE, 10_000);

            return new self(
                $pack,
                $document,
                $container->configs($pack->carried),
                self::picture($pack, $container),
                $signature === null ? null : Signature::read($signature, $document),
                $container,
            );
        } catch (UnusableHandOff $failure) {
            throw UnusablePack::because($failure->getMessage());
        }
    }

    private static function picture(Pack $pack, Container $container): ?string
    {
        if ($pack->picture === '') {
            return null;
        }
        $bytes =
            $container->text(self::PICTURE_FILE, self::PICTURE_BYTES) ??
            throw UnusablePack::because('It says that it has a picture, which is not in it.');
        if (hash('sha256', $bytes) !== $pack->picture) {
            throw UnusablePack::because('Its picture is not what it is said to be: its digest is another one.');
        }
        // Signature, then a chunk IHDR that begins with width and height (PNG specification, third edition, 5.2 and 11.2.1).
        $size = (array) @unpack('Nwidth/Nheight', substr($bytes, 16, 8));
        if (
            ! str_starts_with($bytes, "\x89PNG\r\n\x1a\n") ||
            substr($bytes, 12, 4) !== 'IHDR' ||
            array_values($size) !== [self::PICTURE, self::PICTURE]
        ) {
            throw UnusablePack::because('Its picture is no PNG of '.self::PICTURE.' by '.self::PICTURE.'.');
        }

        return $bytes;
    }
}
