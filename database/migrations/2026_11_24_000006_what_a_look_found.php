<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('instances', function (Blueprint $table): void {
            // Findings and newer releases as they were when the instance was last looked over, and what they were worked out from.
            $table->jsonb('look')->nullable();
            $table->timestampTz('looked_at')->nullable();
        });
        Schema::table('drafts', function (Blueprint $table): void {
            // What it comes to, and what that was worked out from.
            $table->jsonb('outcome')->nullable();
        });
        // What a package is for, "game version loader" each, and the games alone: one row to search, where there were many.
        Schema::drop('supports');
        DB::statement(
            "alter table packages add column supports text[] not null default '{}', add column games text[] not null default '{}'",
        );
        DB::statement('create index packages_games on packages using gin (games)');
        DB::statement('create index packages_supports on packages using gin (supports)');
        // How many packages of a kind are for a game version on any loader, counted anew after each reading of a depot.
        Schema::create('holdings', function (Blueprint $table): void {
            $table->string('game');
            $table->string('game_version');
            $table->string('kind');
            $table->integer('packages');
            $table->primary(['game', 'game_version', 'kind']);
        });
        // The categories of each game's packages, gathered at the same time.
        Schema::create('subjects', function (Blueprint $table): void {
            $table->string('game');
            $table->string('category');
            $table->primary(['game', 'category']);
        });
        // Hundreds of thousands of rows: no more keys to keep than are asked for, and a depot's rows are taken out with it by hand.
        DB::statement(
            'alter table releases drop constraint releases_depot_id_foreign, drop column id, drop constraint '.
            'releases_package_id_version_depot_id_unique, add primary key (package_id, version, depot_id)',
        );
        DB::statement('alter table sources drop constraint sources_depot_id_foreign');
        DB::statement('drop index releases_file_sha256_index');
        DB::statement('create index releases_digest on releases (left(file_sha256, 16))');
        // The depots are read again, so that all of it is filled.
        DB::table('sources')->delete();
        DB::table('releases')->delete();
        DB::table('mentions')->delete();
        DB::table('packages')->delete();
        DB::table('depots')->update(['sequence' => 0]);
    }
};
