<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

enum DescriptorFormat: string
{
    case Json = 'json';
    case Yaml = 'yaml';
    case Toml = 'toml';
    case Properties = 'properties';
    case Xml = 'xml';
    case Manifest = 'manifest';
    /** Headers as mail has them (RFC 5322, section 2.2); the core metadata of Python's packages among them. */
    case Headers = 'headers';
    case Assembly = 'assembly';
    /** The version resource of a Portable Executable. */
    case Executable = 'executable';

    public function isText(): bool
    {
        return $this !== self::Assembly && $this !== self::Executable && $this !== self::Manifest;
    }
}
