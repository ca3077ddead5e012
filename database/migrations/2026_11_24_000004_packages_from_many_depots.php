<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What depots say is only a copy of theirs: it is thrown away here, and read again from the beginning. */
return new class extends Migration
{
    public function up(): void
    {
        foreach (['mentions', 'supports', 'releases', 'packages'] as $table) {
            Schema::drop($table);
        }
        DB::table('depots')->update(['sequence' => 0]);
        Schema::table('depots', function (Blueprint $table): void {
            $table->boolean('paused')->default(false);
            // Who says whether it is moderated: the depot itself, or the person here.
            $table->string('vouched_by')->default('depot');
            // Where two depots have a file for one release, the first in this order is asked first.
            $table->integer('place')->default(0);
        });
        // What one depot says of one package, under the id that it has there.
        Schema::create('sources', function (Blueprint $table): void {
            $table->foreignId('depot_id')->constrained()->cascadeOnDelete();
            $table->string('local_id');
            $table->string('package_id')->index();
            // In the catalogue format, with the ids that are used here, and nothing but what the resolver reads.
            $table->text('document');
            // What people read of it: licence, notices, and for each release its change notes.
            $table->jsonb('page');
            $table->primary(['depot_id', 'local_id']);
        });
        Schema::create('packages', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->string('kind');
            $table->string('name');
            $table->text('summary');
            $table->jsonb('categories');
            $table->string('side');
            $table->bigInteger('downloads')->default(0);
            $table->bigInteger('size')->default(0);
            $table->timestampTz('published_at')->nullable();
            // All that its depots say of it, as one package in the catalogue format.
            $table->text('document');
            $table->text('search');
            $table->index(['downloads', 'id']);
            $table->index(['published_at', 'id']);
            $table->index(['size', 'id']);
            $table->index(['name', 'id']);
        });
        DB::statement(
            "alter table packages add column words tsvector generated always as (setweight(to_tsvector('simple', name), 'A') || ".
            "setweight(to_tsvector('simple', search), 'C')) stored",
        );
        DB::statement('create index packages_words on packages using gin (words)');
        DB::statement('create index packages_search on packages using gin (search gin_trgm_ops)');
        // One row for each file of a release that a depot offers.
        Schema::create('releases', function (Blueprint $table): void {
            $table->id();
            $table->string('package_id');
            $table->string('version');
            $table->foreignId('depot_id')->constrained()->cascadeOnDelete();
            $table->boolean('recommended')->default(false);
            $table->timestampTz('published_at')->nullable();
            $table->string('file_name');
            $table->bigInteger('file_size');
            $table->char('file_sha256', 64)->index();
            $table->string('file_path');
            // The folder inside an archive that is the content, where it is not all of it.
            $table->string('content')->nullable();
            $table->unique(['package_id', 'version', 'depot_id']);
        });
        // What each package is for, so that a base can be chosen by what it can hold.
        Schema::create('supports', function (Blueprint $table): void {
            $table->string('package_id');
            $table->string('kind');
            $table->string('game');
            $table->string('game_version');
            $table->string('loader');
            $table->primary(['package_id', 'game', 'game_version', 'loader']);
            $table->index(['game', 'game_version', 'loader', 'kind', 'package_id']);
        });
        // Which packages name which: what needs, breaks and provides an id, so that a request's catalogue is few queries.
        Schema::create('mentions', function (Blueprint $table): void {
            $table->string('package_id');
            $table->string('mentioned');
            $table->string('relation');
            $table->primary(['package_id', 'mentioned', 'relation']);
            $table->index(['mentioned', 'relation']);
        });
        // What others report about a package or one of its releases.
        Schema::create('notices', function (Blueprint $table): void {
            $table->id();
            $table->string('package_id')->index();
            $table->foreignId('depot_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('version')->nullable();
            $table->string('kind');
            $table->text('text');
            $table->string('understudy')->nullable();
        });
    }
};
