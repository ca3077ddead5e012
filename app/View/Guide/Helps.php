<?php

declare(strict_types=1);

namespace App\View\Guide;

/** What columns, states and acts mean, as docs/help.md has it. */
final class Helps
{
    /** @var array<string, array{string, string}>|null */
    private static ?array $all = null;

    /** @return array<string, array{string, string}> key => what it means, and the section of the guide that says more */
    public static function all(): array
    {
        if (self::$all === null) {
            $text = (string) file_get_contents(base_path('docs/help.md'));
            preg_match_all('/^\| (?!key|---)(?<key>[a-z-]+) \| (?<means>[^|]+) \| (?<section>[^|]*) \|$/m', $text, $rows, PREG_SET_ORDER);
            self::$all = [];
            foreach ($rows as $row) {
                self::$all[$row['key']] = [trim($row['means']), trim($row['section'])];
            }
        }

        return self::$all;
    }

    /** @return array{string, string} */
    public static function of(string $key): array
    {
        return self::all()[$key] ?? ['', ''];
    }

    /** A number that no other has on the page that is asked for. */
    public static function next(): int
    {
        $next = (int) request()->attributes->get(self::class) + 1;
        request()->attributes->set(self::class, $next);

        return $next;
    }
}
