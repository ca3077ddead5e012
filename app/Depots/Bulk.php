<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Support\Facades\DB;

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
     * A list as one parameter.
     *
     * @param  list<string>  $values
     */
    public static function list(array $values): string
    {
        return '{'.implode(',', array_map(fn (string $value): string => '"'.str_replace(['\\', '"'], ['\\\\', '\\"'], $value).'"', $values)).'}';
    }
}
