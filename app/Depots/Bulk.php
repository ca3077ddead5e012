<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Support\Facades\DB;
use RuntimeException;

/** Many rows in one statement, handed to PostgreSQL as one JSON value. */
final class Bulk
{
    /**
     * @param  list<array<string, mixed>>  $rows  all with the columns that are named
     * @param  array<string, string>  $columns  name => PostgreSQL type
     */
    public static function insert(string $table, array $columns, array $rows): void
    {
        if ($rows === []) {
            return;
        }
        $names = implode(', ', array_keys($columns));
        $types = implode(', ', array_map(fn (string $name, string $type): string => "{$name} {$type}", array_keys($columns), $columns));
        DB::insert("insert into {$table} ({$names}) select {$names} from json_to_recordset(?::json) as row({$types}) on conflict do nothing", [
            json_encode($rows, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
        ]);
    }

    /**
     * Very many rows, which do not conflict with any that are there, by PostgreSQL's COPY.
     *
     * @param  list<string>  $columns
     * @param  list<array<string, mixed>>  $rows  all with these columns, in this order
     */
    public static function copy(string $table, array $columns, array $rows): void
    {
        $lines = [];
        foreach ($rows as $row) {
            $fields = [];
            foreach ($row as $value) {
                $fields[] = match (true) {
                    $value === null => '\\N',
                    is_bool($value) => $value ? 't' : 'f',
                    is_int($value) => (string) $value,
                    default => addcslashes((string) $value, "\\\t\n\r"),
                };
            }
            $lines[] = implode("\t", $fields);
        }
        if ($lines !== [] && DB::connection()->getPdo()->pgsqlCopyFromArray($table, $lines, "\t", '\\\\N', implode(', ', $columns)) !== true) {
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
        return '{'.implode(',', array_map(fn (string $value): string => '"'.str_replace(['\\', '"'], ['\\\\', '\\"'], $value).'"', $values)).'}';
    }
}
