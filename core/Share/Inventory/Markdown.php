<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

/** A table in Markdown. */
final class Markdown implements Form
{
    public static function name(): string
    {
        return 'Markdown';
    }

    public static function mediaType(): string
    {
        return 'text/markdown; charset=utf-8';
    }

    public static function ending(): string
    {
        return '.md';
    }

    public function write(Contents $contents): string
    {
        $cell = fn (string $text): string => strtr((string) preg_replace('/\s+/', ' ', $text), [
            '\\' => '\\\\',
            '|' => '\\|',
            '<' => '&lt;',
            '*' => '\\*',
            '_' => '\\_',
            '`' => '\\`',
            '[' => '\\[',
            ']' => '\\]',
        ]);
        $lines = ["# {$cell($contents->name)}", '', '| Package | Release | Kind | Licence | Source |', '| --- | --- | --- | --- | --- |'];
        foreach ($contents->items as $item) {
            $lines[] =
                '| '.
                implode(' | ', array_map($cell, [$item->title, $item->version, $item->kind->word(1), $item->licence, $item->source])).
                ' |';
        }

        return implode("\n", $lines)."\n";
    }
}
