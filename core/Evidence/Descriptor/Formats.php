<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use JsonException;
use SimpleXMLElement;
use Stasimon\Core\Config\Toml;
use Stasimon\Core\Config\UnreadableToml;
use Stasimon\Core\Document\XmlBounds;
use Stasimon\Core\Evidence\Manifest;
use Stasimon\Core\Evidence\Metadata;
use Stasimon\Core\Evidence\VersionResource;
use Stasimon\Core\Game\DescriptorFormat;
use Stasimon\Core\Game\DescriptorRule;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/** Makes one kind of value, as JSON has it, of descriptors in any of the formats that a definition may name. */
final class Formats
{
    /** Bytes of a descriptor, and of an assembly, that are read. */
    public const LONGEST = 1_000_000;

    public const ASSEMBLY = 33_554_432;

    /** Bytes of an executable. */
    public const EXECUTABLE = 67_108_864;

    /** Values that one may hold, however it writes them down. */
    private const VALUES = 100_000;

    private const DEPTH = 64;

    /** Elements of XML: each is an object while it is read. */
    private const ELEMENTS = 8_000;

    /**
     * @return array<mixed>
     *
     * @throws UnreadableDescriptor
     */
    public static function read(DescriptorRule $rule, string $bytes): array
    {
        $text = str_starts_with($bytes, "\xEF\xBB\xBF") ? substr($bytes, 3) : $bytes;
        if ($rule->format->isText() && preg_match('//u', $text) !== 1) {
            $text =
                $rule->format === DescriptorFormat::Properties
                    ? mb_convert_encoding($text, 'UTF-8', 'ISO-8859-1')
                    : throw new UnreadableDescriptor('it is not a text in UTF-8.');
        }
        $value = match ($rule->format) {
            DescriptorFormat::Json => self::json($text),
            DescriptorFormat::Yaml => self::yaml($text),
            DescriptorFormat::Toml => self::toml($text),
            DescriptorFormat::Properties => self::properties($text),
            DescriptorFormat::Xml => self::xml($text),
            DescriptorFormat::Manifest => self::manifest($text, $rule->clauses),
            DescriptorFormat::Headers => self::headers($text),
            DescriptorFormat::Assembly => self::assembly($bytes),
            DescriptorFormat::Executable => VersionResource::of($bytes) ??
                throw new UnreadableDescriptor('it is no executable that says its version.'),
        };
        $left = self::VALUES;
        self::count($value, $left, self::DEPTH);

        return $value;
    }

    /** @param  array<mixed>  $value */
    private static function count(array $value, int &$left, int $depth): void
    {
        $left -= count($value);
        if ($left < 0 || $depth === 0) {
            throw new UnreadableDescriptor(
                $left < 0 ? 'it holds more than '.number_format(self::VALUES).' values.' : 'it is nested too deep.',
            );
        }
        foreach ($value as $inner) {
            if (is_array($inner)) {
                self::count($inner, $left, $depth - 1);
            }
        }
    }

    /** @return array<mixed> */
    private static function json(string $text): array
    {
        try {
            $value = json_decode($text, true, self::DEPTH, JSON_THROW_ON_ERROR | JSON_BIGINT_AS_STRING);
        } catch (JsonException $failure) {
            throw new UnreadableDescriptor('it is not JSON ('.lcfirst($failure->getMessage()).').');
        }

        return is_array($value) ? $value : throw new UnreadableDescriptor('it is JSON without an object.');
    }

    /** @return array<mixed> */
    private static function toml(string $text): array
    {
        try {
            return Toml::read($text);
        } catch (UnreadableToml $failure) {
            throw new UnreadableDescriptor($failure->getMessage());
        }
    }

    /** @return array<mixed> */
    private static function yaml(string $text): array
    {
        // What is long takes this reader more than a moment; descriptors are short.
        if (strlen($text) > 200_000) {
            throw new UnreadableDescriptor('it is longer than 200,000 bytes of YAML.');
        }
        try {
            $value = Yaml::parse($text);
        } catch (ParseException $failure) {
            throw new UnreadableDescriptor('it is not YAML: '.strtok($failure->getMessage(), "\n"));
        }

        return is_array($value) ? $value : throw new UnreadableDescriptor('it is YAML without keys.');
    }

    /**
     * The format of java.util.Properties, as its load method documents it.
     *
     * @return array<string, string>
     */
    private static function properties(string $text): array
    {
        $joined = preg_replace('/(?<!\\\\)((?:\\\\\\\\)*)\\\\\r?\n[ \t\f]*/', '$1', str_replace("\r\n", "\n", $text));
        $unescape = fn (string $part): string => (string) preg_replace_callback(
            '/\\\\(?:u([0-9A-Fa-f]{4})|(.))/su',
            fn (array $at): string => $at[1] !== ''
                ? (string) mb_chr((int) hexdec($at[1]), 'UTF-8')
                : ['t' => "\t", 'n' => "\n", 'r' => "\r", 'f' => "\f"][$at[2]] ?? $at[2],
            $part,
        );
        $values = [];
        foreach (explode("\n", strtr((string) $joined, "\r", "\n")) as $line) {
            if (preg_match('/^[ \t\f]*(?![#!])(?<key>(?:[^\\\\\s=:]|\\\\.)+)[ \t\f]*[=:]?[ \t\f]*(?<value>.*)$/su', $line, $part) === 1) {
                $values[$unescape($part['key'])] = $unescape($part['value']);
            }
        }

        return $values;
    }

    /**
     * @return array<mixed> an element's attributes and children by their names; what comes several times is a list, and text beside them is
     *     "#text"
     */
    private static function xml(string $text): array
    {
        if (stripos($text, '<!DOCTYPE') !== false || stripos($text, '<!ENTITY') !== false) {
            throw new UnreadableDescriptor('it is XML with a document type of its own, which is not read.');
        }
        $problem = XmlBounds::problem($text, self::ELEMENTS);
        $problem === '' || throw new UnreadableDescriptor("{$problem}.");
        $root = simplexml_load_string($text, SimpleXMLElement::class, LIBXML_NONET | LIBXML_NOCDATA | LIBXML_NOERROR | LIBXML_NOWARNING);
        if ($root === false) {
            throw new UnreadableDescriptor('it is not XML.');
        }
        $value = self::element($root, self::DEPTH);

        return is_array($value) ? $value : ['#text' => $value];
    }

    /** @return array<mixed>|string */
    private static function element(SimpleXMLElement $element, int $depth): array|string
    {
        if ($depth === 0) {
            throw new UnreadableDescriptor('it is nested too deep.');
        }
        $value = [];
        foreach ($element->attributes() ?? [] as $name => $attribute) {
            $value[$name] = (string) $attribute;
        }
        $children = [];
        // Of any namespace, by their own names.
        foreach ($element->xpath('./*') ?: [] as $child) {
            $children[$child->getName()][] = self::element($child, $depth - 1);
        }
        foreach ($children as $name => $of) {
            $value[$name] = count($of) === 1 ? $of[0] : $of;
        }
        $text = trim((string) $element);

        return $value === [] ? $text : ($text === '' ? $value : $value + ['#text' => $text]);
    }

    /**
     * The headers of a manifest's main section, their names in lower case.
     *
     * @param  list<string>  $clauses  those that hold clauses
     * @return array<string, mixed>
     */
    private static function manifest(string $text, array $clauses): array
    {
        $headers = Manifest::main($text);
        $read = [];
        foreach ($clauses as $name) {
            $header = $headers[$name] ?? '';
            if (trim($header) !== '') {
                $read[$name] = Clauses::read($name, $header);
            }
        }

        return $read + $headers;
    }

    /**
     * Headers as mail has them (RFC 5322, sections 2.2 and 2.2.3), up to the first empty line, their names in lower case.
     *
     * @return array<string, string|list<string>> what comes several times is a list
     */
    private static function headers(string $text): array
    {
        $head = explode("\n\n", ltrim((string) preg_replace('/\r\n?/', "\n", $text), "\n"), 2)[0];
        $found = [];
        foreach (explode("\n", (string) preg_replace('/\n[ \t]+/', ' ', $head)) as $line) {
            if (preg_match('/^([!-9;-~]+):[ \t]*(.*)$/D', $line, $part) === 1) {
                $found[strtolower($part[1])][] = rtrim($part[2]);
            }
        }

        return array_map(fn (array $values): array|string => count($values) === 1 ? $values[0] : $values, $found);
    }

    /** @return array<string, mixed> */
    private static function assembly(string $bytes): array
    {
        $metadata = Metadata::of($bytes);
        $own = $metadata?->assembly();
        if ($metadata === null || $own === null) {
            throw new UnreadableDescriptor('it is not an assembly.');
        }

        return $own + [
            'references' => $metadata->references(),
            'title' => $metadata->attribute('AssemblyTitleAttribute'),
            'product' => $metadata->attribute('AssemblyProductAttribute'),
            'informationalVersion' => $metadata->attribute('AssemblyInformationalVersionAttribute'),
            'targetFramework' => $metadata->attribute('TargetFrameworkAttribute'),
        ];
    }
}
