<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use stdClass;
use Symfony\Component\Yaml\Exception\DumpException;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/** How a config that is merged key by key is written. */
enum Syntax
{
    case Json;
    case Yaml;

    /** Levels that a document may have. */
    private const DEPTH = 64;

    /** By the ending of a file's name; null for what is merged line by line. */
    public static function ofPath(string $path): ?self
    {
        return match (strtolower(pathinfo($path, PATHINFO_EXTENSION))) {
            'json' => self::Json, 'yaml', 'yml' => self::Yaml, default => null,
        };
    }

    /** The document; null for what cannot be read, or is no object. */
    public function read(string $text): ?stdClass
    {
        if ($this === self::Json) {
            $document = json_decode($text, false, self::DEPTH);

            return $document instanceof stdClass ? $document : null;
        }
        // An alias can stand for very much, and a tag for something else than data.
        if (preg_match('/(^|[\s:\[,{-])[*&!][^\s]/', $text) === 1) {
            return null;
        }
        try {
            $document = trim($text) === '' ? new stdClass : Yaml::parse($text, Yaml::PARSE_OBJECT_FOR_MAP | Yaml::PARSE_EXCEPTION_ON_INVALID_TYPE);
        } catch (ParseException) {
            return null;
        }

        return $document instanceof stdClass ? $document : null;
    }

    public function write(stdClass $document): string
    {
        if ($this === self::Json) {
            return json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION)."\n";
        }
        try {
            return Yaml::dump($document, self::DEPTH, 2, Yaml::DUMP_OBJECT_AS_MAP | Yaml::DUMP_EMPTY_ARRAY_AS_SEQUENCE);
        } catch (DumpException) {
            return '';
        }
    }
}
