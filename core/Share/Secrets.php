<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

/**
 * Lines of a config that most likely nobody else should see: tokens, passwords, keys, and addresses of servers. By rule of thumb; a person
 * decides.
 */
final class Secrets
{
    private const NAMED = '/\b[\w.-]*(?:token|secret|passw(?:or)?d|api[-_]?key|private[-_]?key|credential|webhook'.
        '|auth(?:orization)?(?![a-z]))[\w.-]*["\']?\s*[:=]\s*["\']?(?!true\b|false\b|null\b|none\b|\d{1,6}\b)[^\s"\',;]{6,}/i';

    private const ADDRESS = '/(?<![\d.])\b(?!(?:0|127|255)\.)(?:(?:25[0-5]|2[0-4]\d|1?\d?\d)\.){3}(?:25[0-5]|2[0-4]\d'.
        '|1?\d?\d)(?::\d{2,5})?\b(?!\.\d)/';

    private const HOST = '/\b(?:server|host|ip|address)[\w-]*["\']?\s*[:=]\s*["\']?(?:[a-z0-9-]+\.)+[a-z]{2,}(?::\d{2,5})?\b/i';

    /** @return list<int> numbers of the lines, from 1 */
    public static function in(string $text): array
    {
        $lines = [];
        foreach (preg_split('/\r\n|\r|\n/', mb_scrub($text)) ?: [] as $index => $line) {
            if (preg_match(self::NAMED, $line) === 1 || preg_match(self::ADDRESS, $line) === 1 || preg_match(self::HOST, $line) === 1) {
                $lines[] = $index + 1;
            }
        }

        return $lines;
    }
}
