<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Ids, versions and digests are compared byte by byte, not by the rules of a language, and documents are compressed in the
 * quicker of the two ways that PostgreSQL has: hundreds of thousands of rows are written when a depot is read.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('drop index releases_digest');
        foreach (
            [
                'packages' => ['id'],
                'sources' => ['local_id', 'package_id'],
                'mentions' => ['package_id', 'mentioned', 'relation'],
                'notices' => ['package_id', 'version', 'understudy'],
                'releases' => ['package_id', 'version'],
                'placed_releases' => ['package_id', 'version'],
                'placed_files' => ['package_id'],
            ] as $table => $columns
        ) {
            DB::statement(
                "alter table {$table} ".
                    implode(
                        ', ',
                        array_map(fn (string $column): string => "alter column {$column} type varchar(255) collate \"C\"", $columns),
                    ),
            );
        }
        DB::statement('alter table releases alter column file_sha256 type char(64) collate "C"');
        DB::statement('create index releases_digest on releases using hash (file_sha256)');
        DB::statement('create index packages_beginning on packages (lower(name) text_pattern_ops)');
        DB::statement('alter table sources alter column document set compression lz4, alter column page set compression lz4');
        DB::statement('alter table packages alter column document set compression lz4, alter column search set compression lz4');
        // The depots are read again, which brings their packages into the compact form.
        DB::table('depots')->update(['sequence' => 0]);
    }
};
