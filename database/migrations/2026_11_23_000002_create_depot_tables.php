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
        DB::statement('create extension if not exists pg_trgm');
        Schema::create('depots', function (Blueprint $table): void {
            $table->id();
            $table->string('slug')->unique();
            $table->string('name');
            $table->string('url');
            $table->bigInteger('sequence')->default(0);
            $table->boolean('moderated')->default(false);
            $table->timestampTz('synced_at')->nullable();
            $table->text('problem')->nullable();
        });
        Schema::create('packages', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->foreignId('depot_id')->constrained()->cascadeOnDelete();
            $table->string('kind');
            $table->string('name');
            $table->text('summary');
            $table->jsonb('categories');
            $table->string('side');
            $table->bigInteger('downloads')->default(0);
            $table->timestampTz('published_at')->nullable();
            // The package in the catalogue format, as the resolver reads it.
            $table->text('document');
            $table->text('search');
            $table->index(['kind', 'name']);
        });
        DB::statement('create index packages_search on packages using gin (search gin_trgm_ops)');
        Schema::create('releases', function (Blueprint $table): void {
            $table->id();
            $table->string('package_id');
            $table->foreign('package_id')->references('id')->on('packages')->cascadeOnDelete();
            $table->string('version');
            $table->boolean('recommended')->default(false);
            $table->timestampTz('published_at')->nullable();
            $table->string('file_name');
            $table->bigInteger('file_size');
            $table->char('file_sha256', 64)->index();
            $table->string('file_path');
            $table->unique(['package_id', 'version']);
        });
        // What each package is for, so that a base can be chosen by what it can hold.
        Schema::create('supports', function (Blueprint $table): void {
            $table->string('package_id');
            $table->foreign('package_id')->references('id')->on('packages')->cascadeOnDelete();
            $table->string('kind');
            $table->string('game');
            $table->string('game_version');
            $table->string('loader');
            $table->primary(['package_id', 'game', 'game_version', 'loader']);
            $table->index(['game', 'game_version', 'loader', 'kind']);
        });
        // Which packages name which: what needs, breaks and provides an id, so that a request's catalogue is few queries.
        Schema::create('mentions', function (Blueprint $table): void {
            $table->string('package_id');
            $table->foreign('package_id')->references('id')->on('packages')->cascadeOnDelete();
            $table->string('mentioned');
            $table->string('relation');
            $table->primary(['package_id', 'mentioned', 'relation']);
            $table->index(['mentioned', 'relation']);
        });
    }
};
