<?php

declare(strict_types=1);

namespace App\Depots\Catalogue;

use Illuminate\Support\Facades\DB;
use RuntimeException;

/** Many rows, or many values, in one statement. */
final class Bulk
{
    /**
     * Rows that do not conflict with any that are there, by PostgreSQL's COPY; an array becomes JSON.
     *
     * @param  list<string>  $columns
     * @param  list<array<string, mixed>>  $rows  all with these columns
     */
    public static function copy(string $table, array $columns, array $rows): void
    {
        $lines = [];
        foreach ($rows as $row) {
            $fields = [];
            foreach ($columns as $column) {
                $value = $row[$column];
                $fields[] = match (true) {
                    is_string($value) => strpbrk($value, "\\\t\n\r") === false ? $value : addcslashes($value, "\\\t\n\r"),
                    $value === null => '\\N',
                    is_bool($value) => $value ? 't' : 'f',
                    is_array($value) => addcslashes(
                        json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
                        "\\\t\n\r",
                    ),
                    default => (string) $value,
                };
            }
            $lines[] = implode("\t", $fields);
        }
        if (
            $lines !== [] &&
            DB::connection()->getPdo()->pgsqlCopyFromArray($table, $lines, "\t", '\\\\N', implode(', ', $columns)) !== true
        ) {
            throw new RuntimeException("PostgreSQL did not take the rows of {$table}.");
        }
    }

    /**
     * A list as one parameter.
     *
     * @param  list<string>  $values
     */
    public static function list(array $values): string
    {
        return '{'.
            implode(',', array_map(fn (string $value): string => '"'.str_replace(['\\', '"'], ['\\\\', '\\"'], $value).'"', $values)).
            '}';
    }
}
