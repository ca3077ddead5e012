<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Installs in stages: each a change, an instruction, and what has to be true before the next one. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('stages', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('place');
            $table->string('title', 80);
            $table->text('instruction')->default('');
            // Packages that are asked for from then on, with their ranges, and those that are not any more.
            $table->jsonb('adds')->default('{}');
            $table->jsonb('drops')->default('[]');
            // clean, word, gone, and what of: a sentence to agree to, a package.
            $table->string('condition', 10);
            $table->string('about', 200)->default('');
            $table->timestampTz('entered_at')->nullable();
            $table->timestampTz('done_at')->nullable();
            // The newest entry of the history when it was entered: the next one is its own.
            $table->unsignedBigInteger('after_entry')->nullable();
            $table->index(['instance_id', 'place']);
        });
    }
};
