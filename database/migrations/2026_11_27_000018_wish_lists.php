<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Wish lists, what each base holds of them, and instances that were moved. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('wish_lists', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('name', 120);
            $table->string('game', 64);
            // Of an instance that may be moved; nothing for a list of its own.
            $table->foreignUlid('instance_id')->nullable()->unique()->constrained()->cascadeOnDelete();
            // Lines as they were written, each with what it was taken for.
            $table->jsonb('lines');
            // What the grid was worked out for; nothing before it was begun.
            $table->string('stamp', 64)->nullable();
            $table->timestampsTz();
        });
        Schema::create('wish_cells', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('wish_list_id')->constrained()->cascadeOnDelete();
            $table->string('version', 80);
            $table->string('loader', 200);
            $table->integer('kept');
            $table->boolean('proved');
            // What comes, in which release, what does not, and why.
            $table->jsonb('detail');
            $table->unique(['wish_list_id', 'version', 'loader']);
        });
        Schema::table('instances', function (Blueprint $table): void {
            $table->foreignUlid('moved_from')->nullable()->constrained('instances')->nullOnDelete();
        });
    }
};
