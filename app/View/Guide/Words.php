<?php

declare(strict_types=1);

namespace App\View\Guide;

/** The words of the house, as docs/words.md has them. */
final class Words
{
    /** @return array<string, string> word => what it means */
    public static function all(): array
    {
        $text = (string) file_get_contents(base_path('docs/words.md'));
        preg_match_all('/^\| (?!word|---)(?<word>[^|]+) \| (?<means>[^|]+) \|$/m', $text, $rows);

        return array_combine(array_map(trim(...), $rows['word']), array_map(trim(...), $rows['means']));
    }
}
