<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Instances that were kept whole: one archive each, with all that is a person's. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('wholes', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            // An archive outlives the instance that it is of.
            $table->foreignUlid('instance_id')->nullable()->constrained()->nullOnDelete();
            $table->string('of', 120);
            $table->string('name', 120);
            $table->bigInteger('size')->default(0);
            $table->integer('files')->default(0);
            // What could not go into it.
            $table->jsonb('left_out')->default('[]');
            $table->timestampTz('made_at')->nullable();
        });
    }
};
