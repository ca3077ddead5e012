<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Cells of a grid that somebody waits for, and what a person has set. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('watches', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('wish_list_id')->constrained()->cascadeOnDelete();
            $table->string('version', 80);
            $table->string('loader', 200);
            // Ids of those that held when it was last looked at.
            $table->jsonb('held');
            // What there is to tell; nothing until something has changed, and again once it was read.
            $table->string('news', 500)->nullable();
            $table->boolean('whole')->default(false);
            $table->timestampTz('news_at')->nullable();
            $table->timestampTz('created_at')->useCurrent();
            $table->unique(['wish_list_id', 'version', 'loader']);
        });
        Schema::create('settings', function (Blueprint $table): void {
            $table->string('name', 40)->primary();
            $table->string('value', 200);
        });
    }
};
