<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

/** Comma-separated values (RFC 4180). What a spreadsheet would take for a formula has an apostrophe before it. */
final class Csv implements Form
{
    public static function name(): string
    {
        return 'CSV';
    }

    public static function mediaType(): string
    {
        return 'text/csv; charset=utf-8';
    }

    public static function ending(): string
    {
        return '.csv';
    }

    public function write(Contents $contents): string
    {
        $rows = [['id', 'name', 'version', 'kind', 'licence', 'bytes', 'sha256', 'source']];
        foreach ($contents->items as $item) {
            $rows[] = [
                $item->id,
                $item->title,
                $item->version,
                $item->kind->value,
                $item->licence,
                (string) $item->size,
                $item->sha256,
                $item->source,
            ];
        }
        $field = fn (string $text): string => '"'.
            str_replace('"', '""', preg_match('/^[=+\-@\t\r\n\x{FF1D}\x{FF0B}\x{FF0D}\x{FF20}]/u', $text) === 1 ? "'".$text : $text).
            '"';

        return implode('', array_map(fn (array $row): string => implode(',', array_map($field, $row))."\r\n", $rows));
    }
}
