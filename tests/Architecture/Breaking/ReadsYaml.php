<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Symfony\Component\Yaml\Yaml;

/** Breaks CoreRules::testNothingButPhp, with a package that others in the core may use. */
final class ReadsYaml
{
    public function read(string $text): mixed
    {
        return Yaml::parse($text);
    }
}
