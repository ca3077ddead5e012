<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Notices of lists that somebody subscribes to, and of one's own, about ranges of releases. */
    public function up(): void
    {
        Schema::create('notice_lists', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120);
            $table->string('author', 120)->default('');
            $table->string('licence', 120)->default('');
            $table->string('dated', 10)->default('');
            // Nothing for one that came as a file.
            $table->string('address', 250)->nullable()->unique();
            // Of whoever signed it first; it may not be signed by another after that.
            $table->string('key', 20)->default('');
            // Whether what it says must not stand together is kept apart, or only told.
            $table->boolean('binds')->default(false);
            $table->unsignedInteger('count')->default(0);
            $table->unsignedInteger('passed_over')->default(0);
            $table->text('problem')->nullable();
            $table->timestampTz('read_at')->nullable();
            $table->timestampTz('created_at')->useCurrent();
        });
        Schema::table('notices', function (Blueprint $table): void {
            $table->foreignId('list_id')->nullable()->constrained('notice_lists')->cascadeOnDelete();
            // Of those of one's own: whether a search or a person said so.
            $table->string('by', 10)->nullable();
            $table->string('releases', 300)->default('*');
            $table->string('game', 100)->default('');
            $table->string('versions', 300)->default('*');
            $table->string('file', 1000)->default('');
            $table->string('key', 300)->default('');
            $table->string('value', 300)->default('');
            $table->string('place', 1000)->default('');
            $table->string('said', 10)->default('');
            $table->boolean('binds')->default(false);
        });
        DB::update("update notices set by = 'search' where depot_id is null");
        // What stood beside was a version; it is a range now.
        DB::update("update notices set beside = (select jsonb_object_agg(key, '=' || value) from jsonb_each_text(beside))
            where beside is not null and beside <> '{}'");
        DB::statement('create index notices_binding on notices (package_id) where binds');
        DB::statement('create index notices_beside on notices using gin (beside)');
    }
};
