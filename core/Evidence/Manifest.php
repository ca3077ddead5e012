<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/** The manifest of a JAR file: JAR File Specification, "JAR Manifest". Sections, lines of 72 bytes, continued after a space. */
final readonly class Manifest
{
    /**
     * The attributes of the main section, their names in lower case; what is not a header is passed over.
     *
     * @return array<string, string>
     */
    public static function main(string $text): array
    {
        $text = (string) preg_replace('/\r\n?/', "\n", $text);
        $section = explode("\n\n", ltrim($text, "\n"), 2)[0];
        $attributes = [];
        foreach (explode("\n", str_replace("\n ", '', $section)) as $line) {
            if (preg_match('/^([A-Za-z0-9][A-Za-z0-9_-]{0,69}): ?(.*)$/D', $line, $part) === 1) {
                $attributes[strtolower($part[1])] = mb_scrub($part[2]);
            }
        }

        return $attributes;
    }
}
