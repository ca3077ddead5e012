<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * Gives a text back the ends of lines that a form has made all alike (HTML, 4.10.22.4): a line that stays ends as it ended, a new
 * one as the one before it.
 */
final class LineEnds
{
    /**
     * @param  string  $was  with its own ends: LF, CR LF, CR, or several of them
     * @param  string  $text  as a form sent it, its lines ended in whichever way
     */
    public static function kept(string $was, string $text): string
    {
        [$old, $ends] = self::split($was);
        [$new, $sent] = self::split($text);
        $at = 0;
        $end = $ends[0] ?? "\n";
        $kept = '';
        foreach ($new as $n => $line) {
            // The same line further on: what lies between was taken out.
            $found = ($old[$at] ?? null) === $line ? $at : self::next($old, $line, $at);
            if ($found !== null) {
                $at = $found + 1;
                $end = $ends[$found] ?? $end;
            } elseif (! in_array($old[$at] ?? null, array_slice($new, $n + 1), true)) {
                // It took the place of one that is not there any more.
                $end = $ends[$at] ?? $end;
                $at++;
            }
            $kept .= $line.(isset($sent[$n]) ? $end : '');
        }

        return $kept;
    }

    /**
     * @param  list<string>  $lines
     */
    private static function next(array $lines, string $line, int $from): ?int
    {
        for ($n = $from; $n < count($lines); $n++) {
            if ($lines[$n] === $line) {
                return $n;
            }
        }

        return null;
    }

    /** @return array{list<string>, list<string>} lines, and how each ends but the last */
    private static function split(string $text): array
    {
        $parts = preg_split('/(\r\n|\n|\r)/', $text, flags: PREG_SPLIT_DELIM_CAPTURE) ?: [''];
        $lines = $ends = [];
        foreach ($parts as $n => $part) {
            $n % 2 === 0 ? $lines[] = $part : $ends[] = $part;
        }

        return [$lines, $ends];
    }
}
