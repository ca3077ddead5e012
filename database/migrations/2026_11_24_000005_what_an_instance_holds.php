<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('placed_releases', function (Blueprint $table): void {
            // The release as the resolver reads it, so that an instance outlives the depots that its packages came from.
            $table->text('document')->nullable();
            $table->string('depot')->nullable();
            $table->string('file_name')->nullable();
            $table->string('content')->nullable();
        });
        // Each file that an apply laid into the instance's folder.
        Schema::create('placed_files', function (Blueprint $table): void {
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->string('path', 1000);
            $table->string('package_id');
            $table->char('sha256', 64);
            $table->bigInteger('size');
            // Packages that bring the same path with other content, and stand back.
            $table->jsonb('over');
            // Changed by hand, and meant to stay so.
            $table->boolean('kept')->default(false);
            $table->primary(['instance_id', 'path']);
        });
        // What is in an archive of the store, once it was read and found harmless.
        Schema::create('archives', function (Blueprint $table): void {
            $table->char('sha256', 64)->primary();
            $table->jsonb('entries');
        });
        Schema::create('notes', function (Blueprint $table): void {
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->string('package_id');
            $table->text('text');
            $table->primary(['instance_id', 'package_id']);
        });
        Schema::table('drafts', function (Blueprint $table): void {
            // Steps that were taken back and can be taken again, the latest last.
            $table->jsonb('later')->default('[]');
        });
        Schema::table('tasks', function (Blueprint $table): void {
            $table->bigInteger('rate')->default(0);
        });
        // The files that an apply fetches, and how far each is.
        Schema::create('transfers', function (Blueprint $table): void {
            $table->foreignUlid('task_id')->constrained()->cascadeOnDelete();
            $table->char('sha256', 64);
            $table->string('name');
            $table->string('depot');
            $table->bigInteger('done')->default(0);
            $table->bigInteger('size');
            $table->string('state')->default('waiting');
            $table->primary(['task_id', 'sha256']);
        });
    }
};
