<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** The own shelf: files that a person brought, and the depot that stands for them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('depots', function (Blueprint $table): void {
            $table->boolean('shelf')->default(false);
        });
        Schema::create('shelf_files', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            // The game that it is for, and the instance on whose page it was dropped.
            $table->string('game', 64);
            $table->foreignUlid('instance_id')->nullable()->constrained()->nullOnDelete();
            $table->string('name', 200);
            $table->bigInteger('size');
            // Bytes that have come; all of them when it is handed over.
            $table->bigInteger('come')->default(0);
            $table->char('sha256', 64)->nullable()->index();
            $table->string('state', 20);
            $table->text('problem')->nullable();
            // What it was found to be, and what a person has said of it.
            $table->jsonb('found')->nullable();
            $table->string('package_id', 100)->nullable()->index();
            $table->string('version', 100)->nullable();
            $table->string('source', 500)->nullable();
            $table->text('note')->nullable();
            $table->timestampTz('created_at')->useCurrent();
        });
    }
};
