<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

use Stasimon\Core\Document\XmlBounds;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/** How a config is written, by the ending of its name. */
enum Syntax
{
    case Json;
    case Yaml;
    case Toml;
    case Properties;
    case Xml;
    case Ini;

    /** Bytes of YAML, which takes its reader long. */
    private const YAML = 300_000;

    /** Null for what is a text by rules that nobody knows. */
    public static function ofPath(string $path): ?self
    {
        return match (strtolower(pathinfo($path, PATHINFO_EXTENSION))) {
            'json' => self::Json, 'yaml', 'yml' => self::Yaml, 'toml' => self::Toml, 'properties' => self::Properties, 'xml' => self::Xml, 'ini' => self::Ini, default => null,
        };
    }

    public function word(): string
    {
        return match ($this) {
            self::Properties => 'properties', default => strtoupper($this->name)
        };
    }

    /** Where a text cannot be read as what it should be; null where it can. */
    public function wrong(string $text): ?Wrong
    {
        // A mark of the byte order (Unicode, 23.8) is no part of the text.
        $text = str_starts_with($text, "\xEF\xBB\xBF") ? substr($text, 3) : $text;
        if ($this !== self::Properties && preg_match('//u', $text) !== 1) {
            return new Wrong(1 + substr_count(self::validPart($text), "\n"), 'it is not UTF-8');
        }

        return match ($this) {
            self::Json => JsonFault::in($text),
            self::Yaml => self::inYaml($text),
            self::Toml => self::inToml($text),
            self::Properties => self::inProperties($text),
            self::Xml => self::inXml($text),
            self::Ini => self::inIni($text),
        };
    }

    private static function inYaml(string $text): ?Wrong
    {
        if (strlen($text) > self::YAML) {
            return null;
        }
        try {
            Yaml::parse($text, Yaml::PARSE_CUSTOM_TAGS);
        } catch (ParseException $failure) {
            $why = strtok(preg_replace('/(?: at line \d+)?(?: \(near .*)?\.?$/s', '', $failure->getMessage()) ?? '', "\n");
            // What does not end is found at the end, where no line may be any more.
            $last = 1 + substr_count(rtrim($text), "\n");

            return new Wrong(max(1, min($failure->getParsedLine(), $last)), lcfirst(rtrim($why === false ? 'it cannot be read' : $why, '.')));
        }

        return null;
    }

    private static function inToml(string $text): ?Wrong
    {
        try {
            Toml::read($text);
        } catch (UnreadableToml $failure) {
            return new Wrong($failure->wrong->line, rtrim($failure->wrong->why, '.'));
        }

        return null;
    }

    /** Of java.util.Properties one thing alone cannot be read: a "\u" without four hexadecimal digits. */
    private static function inProperties(string $text): ?Wrong
    {
        foreach (preg_split('/\r\n|\r|\n/', $text) ?: [] as $n => $line) {
            if (preg_match('/^[ \t\f]*[#!]/', $line) !== 1 && preg_match('/(?<!\\\\)(?:\\\\\\\\)*\\\\u(?![0-9A-Fa-f]{4})/', $line) === 1) {
                return new Wrong($n + 1, 'after \u four hexadecimal digits are expected');
            }
        }

        return null;
    }

    private static function inXml(string $text): ?Wrong
    {
        // The reader stops at one, as if nothing came after it: XML 1.0, 2.2.
        $zero = strpos($text, "\0");
        if ($zero !== false) {
            return new Wrong(1 + substr_count($text, "\n", 0, $zero), 'it has a character that no XML has');
        }
        if (XmlBounds::problem($text) !== '') {
            return null;
        }
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        // Nothing is fetched, and no entity is put in place of another.
        simplexml_load_string($text, options: LIBXML_NONET);
        // Names with a prefix that stands for nothing (xmlerror.h: 200 to 205) are XML all the same.
        $errors = array_values(array_filter(libxml_get_errors(), fn (\LibXMLError $error): bool => $error->level !== LIBXML_ERR_WARNING && ($error->code < 200 || $error->code > 205)));
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        if ($errors === [] && trim($text) !== '') {
            return null;
        }

        return new Wrong(max(1, $errors[0]->line ?? 1), lcfirst(trim($errors[0]->message ?? 'it is empty')));
    }

    /** No specification says what this is; it is taken as the lenient do: sections, keys with = or :, and values that go on in lines that are indented. */
    private static function inIni(string $text): ?Wrong
    {
        $indent = null;
        foreach (preg_split('/\r\n|\r|\n/', $text) ?: [] as $n => $line) {
            $bare = trim($line);
            if ($bare === '' || $bare[0] === ';' || $bare[0] === '#') {
                $indent = $bare === '' ? null : $indent;

                continue;
            }
            $deep = strspn($line, " \t");
            if ($indent !== null && $deep > $indent) {
                continue;
            }
            if (preg_match('/^\[.+\]/', $bare) === 1) {
                $indent = null;

                continue;
            }
            if ($bare[0] === '[' && ! str_contains($bare, '=') && ! str_contains($bare, ':')) {
                return new Wrong($n + 1, 'a section is its name between [ and ]');
            }
            if (preg_match('/^[^=:]+[=:]/', $bare) !== 1) {
                return new Wrong($n + 1, 'a key and its value are expected, with = between them');
            }
            $indent = $deep;
        }

        return null;
    }

    /** A text up to the first byte that is no part of UTF-8. */
    private static function validPart(string $text): string
    {
        preg_match('/^(?:[\x00-\x7F]|[\xC2-\xDF][\x80-\xBF]|\xE0[\xA0-\xBF][\x80-\xBF]|[\xE1-\xEC\xEE\xEF][\x80-\xBF]{2}|\xED[\x80-\x9F][\x80-\xBF]|\xF0[\x90-\xBF][\x80-\xBF]{2}|[\xF1-\xF3][\x80-\xBF]{3}|\xF4[\x80-\x8F][\x80-\xBF]{2})*+/', $text, $part);

        return $part[0] ?? '';
    }
}
