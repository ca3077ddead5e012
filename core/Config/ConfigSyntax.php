<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

use Stasimon\Core\Document\Quiet;
use Stasimon\Core\Document\XmlBounds;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/** How a config is written, by the ending of its name. */
enum ConfigSyntax
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
            'json' => self::Json,
            'yaml', 'yml' => self::Yaml,
            'toml' => self::Toml,
            'properties' => self::Properties,
            'xml' => self::Xml,
            'ini' => self::Ini,
            default => null,
        };
    }

    public function word(): string
    {
        return match ($this) {
            self::Properties => 'properties',
            default => strtoupper($this->name),
        };
    }

    /** Where a text cannot be read as what it should be; null where it can. */
    public function wrong(string $text): ?Wrong
    {
        // A mark of the byte order (Unicode, 23.8) is no part of the text.
        $text = str_starts_with($text, "\xEF\xBB\xBF") ? substr($text, 3) : $text;
        if ($this === self::Ini && preg_match('//u', $text) !== 1) {
            // No specification says how its characters are written: as those did who have no UTF-8 (RFC 2781, 3.2; windows-1252).
            $text = mb_convert_encoding(
                $text,
                'UTF-8',
                str_starts_with($text, "\xFF\xFE") || str_starts_with($text, "\xFE\xFF") ? 'UTF-16' : 'Windows-1252',
            );
        }
        $mayBeOther = $this === self::Properties || ($this === self::Xml && self::isOtherXml($text));
        if (! $mayBeOther && preg_match('//u', $text) !== 1) {
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

    /** By libyaml. What a tag stands for is nobody's question here, and an alias is not written out. */
    private static function inYaml(string $text): ?Wrong
    {
        if (strlen($text) > self::YAML || ! function_exists('yaml_parse')) {
            return null;
        }
        [$read, $said] = Quiet::ask(fn (): mixed => yaml_parse($text, -1));
        $isRead = $read !== false || $said === '';
        if ($isRead) {
            return self::twiceInYaml($text);
        }
        if (
            preg_match('/^yaml_parse\(\): (?:\w+ error encountered during parsing: )?(?<why>.+?) \(line (?<line>\d+)/', $said, $part) !== 1
        ) {
            return null;
        }
        // What does not end is found at the end, where no line may be any more.
        $line = max(1, min((int) $part['line'], 1 + substr_count(rtrim($text), "\n")));
        $isTab = preg_match('/^ *\t/', explode("\n", $text)[$line - 1] ?? '') === 1;

        return new Wrong($line, $isTab ? 'a tab cannot indent' : lcfirst($part['why']));
    }

    /** A key that stands twice (YAML 1.2.2, 3.2.1.3), which libyaml passes over; of what this reader does not know, nothing is said. */
    private static function twiceInYaml(string $text): ?Wrong
    {
        try {
            Yaml::parse($text, Yaml::PARSE_CUSTOM_TAGS);
        } catch (ParseException $failure) {
            return str_starts_with($failure->getMessage(), 'Duplicate key')
                ? new Wrong(max(1, $failure->getParsedLine()), (string) preg_replace('/ at line.*$/s', '', lcfirst($failure->getMessage())))
                : null;
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

    /**
     * Of java.util.Properties one thing alone cannot be read: a "\u" without four hexadecimal digits. A line that ends in an odd
     * number of backslashes goes on in the next one, without the blanks that begin that (Properties.load).
     */
    private static function inProperties(string $text): ?Wrong
    {
        /** @var list<array{int, int}> $parts  where in the line that is gathered each begins, and its number */
        [$whole, $parts] = ['', []];
        foreach (preg_split('/\r\n|\r|\n/', $text) ?: [] as $n => $line) {
            $bare = ltrim($line, " \t\f");
            if ($parts === [] && ($bare === '' || $bare[0] === '#' || $bare[0] === '!')) {
                continue;
            }
            $parts[] = [strlen($whole), $n + 1];
            $goesOn = (strlen($bare) - strlen(rtrim($bare, '\\'))) % 2 === 1;
            $whole .= $goesOn ? substr($bare, 0, -1) : $bare;
            if ($goesOn) {
                continue;
            }
            $wrong = self::escape($whole, $parts);
            if ($wrong !== null) {
                return $wrong;
            }
            [$whole, $parts] = ['', []];
        }

        return self::escape($whole, $parts);
    }

    /** @param  list<array{int, int}>  $parts */
    private static function escape(string $line, array $parts): ?Wrong
    {
        if (preg_match('/(?<!\\\\)(?:\\\\\\\\)*\\\\u(?![0-9A-Fa-f]{4})/', $line, $found, PREG_OFFSET_CAPTURE) !== 1) {
            return null;
        }
        $at = $found[0][1] + strlen($found[0][0]) - 2;
        $before = array_filter($parts, fn (array $part): bool => $part[0] <= $at);

        return new Wrong($before[count($before) - 1][1], 'after \u four hexadecimal digits are expected');
    }

    /** Whether XML says, or by its first bytes shows, that its characters are written in another way than UTF-8: XML 1.0, 4.3.3. */
    private static function isOtherXml(string $text): bool
    {
        return str_starts_with($text, "\xFF\xFE") ||
            str_starts_with($text, "\xFE\xFF") ||
            (preg_match('/^<\?xml[^>]{0,100}\sencoding\s*=\s*["\'](?<name>[A-Za-z][\w.-]*)["\']/', $text, $part) === 1 &&
                strtolower($part['name']) !== 'utf-8');
    }

    private static function inXml(string $text): ?Wrong
    {
        // The reader stops at one, as if nothing came after it: XML 1.0, 2.2.
        $zero = strpos($text, "\0");
        if ($zero !== false && ! str_starts_with($text, "\xFF\xFE") && ! str_starts_with($text, "\xFE\xFF")) {
            return new Wrong(1 + substr_count($text, "\n", 0, $zero), 'it has a character that no XML has');
        }
        if (XmlBounds::problem($text) !== '') {
            return null;
        }
        // Which this reader passes over: XML 1.0, [28].
        if (preg_match('/^[^<]*(?:<[?!](?:(?!DOCTYPE)[^>])*>[^<]*)*<!DOCTYPE(?=\S)/', $text, $head) === 1) {
            return new Wrong(1 + substr_count($head[0], "\n"), 'a blank is expected behind DOCTYPE');
        }
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        // Nothing is fetched, and no entity is put in place of another.
        simplexml_load_string($text, options: LIBXML_NONET);
        // Names with a prefix that stands for nothing (xmlerror.h: 200 to 205) are XML all the same, and so is what a part that
        // is not fetched may name (27: XML 1.0, 4.1, "Entity Declared").
        $errors = array_values(
            array_filter(
                libxml_get_errors(),
                fn (\LibXMLError $error): bool => $error->level !== LIBXML_ERR_WARNING &&
                    ($error->code < 200 || $error->code > 205) &&
                    $error->code !== 27,
            ),
        );
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        if ($errors === [] && trim($text) !== '') {
            return null;
        }

        return new Wrong(max(1, $errors[0]->line ?? 1), lcfirst(trim($errors[0]->message ?? 'it is empty')));
    }

    /**
     * No specification says what this is; it is taken as the lenient do: sections, keys with = or :, and values that go on in lines that
     * are indented.
     */
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
        preg_match(
            '/^(?:[\x00-\x7F]|[\xC2-\xDF][\x80-\xBF]|\xE0[\xA0-\xBF][\x80-\xBF]|[\xE1-\xEC\xEE\xEF][\x80-\xBF]{2}'.
            '|\xED[\x80-\x9F][\x80-\xBF]|\xF0[\x90-\xBF][\x80-\xBF]{2}|[\xF1-\xF3][\x80-\xBF]{3}|\xF4[\x80-\x8F][\x80-\xBF]{2})*+/',
            $text,
            $part,
        );

        return $part[0] ?? '';
    }
}
