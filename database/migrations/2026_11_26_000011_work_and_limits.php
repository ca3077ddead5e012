<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Stasimon\Core\Document\Limits;

/**
 * Work is one kind of job, and says what it is about; columns are as wide as the door lets things be; what a depot says and
 * cannot be used is kept with the reason; an id that a depot's package was once given stays.
 */
return new class extends Migration
{
    public function up(): void
    {
        DB::table('jobs')->delete();
        DB::table('tasks')
            ->whereIn('state', ['waiting', 'running', 'paused'])
            ->update(['state' => 'failed', 'problem' => 'It was begun by an earlier version.']);
        DB::table('rehearsals')
            ->whereIn('state', ['waiting', 'running'])
            ->update(['state' => 'stopped']);
        DB::table('culprit_searches')
            ->whereIn('state', ['waiting', 'running'])
            ->update(['state' => 'stopped']);
        Schema::table('tasks', function (Blueprint $table): void {
            $table->jsonb('subject')->default('{}');
            $table->integer('turns')->default(0);
            $table->timestampTz('begun_at')->nullable();
            $table->timestampTz('ended_at')->nullable();
        });
        Schema::table('rehearsals', function (Blueprint $table): void {
            $table->text('problem')->nullable();
        });
        Schema::table('instances', function (Blueprint $table): void {
            // Why it is set aside: nothing is done with it until that is mended.
            $table->text('problem')->nullable();
        });
        Schema::table('sources', function (Blueprint $table): void {
            // What of it cannot be used, and why: a list of sentences.
            $table->jsonb('problems')->default('[]');
            // Whether there is anything of it that can be used.
            $table->boolean('usable')->default(true);
        });
        Schema::table('packages', function (Blueprint $table): void {
            $table->jsonb('problems')->default('[]');
        });
        DB::statement("create index sources_problems on sources (depot_id) where problems <> '[]'");
        // By address, so that a depot that is removed and added again gives its packages the same ids.
        DB::statement(
            'create table identities (depot varchar('.
                Limits::ADDRESS.
                ') not null, local_id varchar('.
                Limits::ID.
                ') collate "C" not null, package_id varchar('.
                Limits::ID.
                ') collate "C" not null, primary key (depot, local_id))',
        );
        DB::statement('insert into identities select d.url, s.local_id, s.package_id from sources s join depots d on d.id = s.depot_id');
        DB::statement('create unique index depots_url on depots (url)');
        DB::table('drafts')->update(['outcome' => null]);
        $widths = [
            'depots' => ['url' => Limits::ADDRESS, 'name' => Limits::NAME],
            'placed_releases' => [
                'name' => Limits::NAME,
                'version' => Limits::VERSION,
                'path' => Limits::PATH,
                'file_name' => Limits::FILE_NAME,
                'content' => Limits::PATH,
            ],
            'placed_files' => ['path' => Limits::PATH],
            'releases' => [
                'version' => Limits::VERSION,
                'file_name' => Limits::FILE_NAME,
                'file_path' => Limits::DEPOT_PATH,
                'content' => Limits::DEPOT_PATH,
            ],
            'notices' => ['version' => Limits::VERSION],
        ];
        foreach ($widths as $table => $columns) {
            foreach ($columns as $column => $width) {
                DB::statement("alter table {$table} alter column {$column} type varchar({$width}) using left({$column}, {$width})");
            }
        }
        // What was read under other limits is read again.
        DB::table('depots')->update(['sequence' => 0]);
    }
};
