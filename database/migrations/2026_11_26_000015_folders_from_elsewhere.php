<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Folders that were put together elsewhere, with what was found in them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('imports', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('source', 1000);
            $table->foreignUlid('shelf_file_id')->nullable();
            $table->string('state', 20);
            $table->text('problem')->nullable();
            $table->jsonb('found')->nullable();
            $table->foreignUlid('instance_id')->nullable()->constrained()->nullOnDelete();
            $table->timestampTz('created_at')->useCurrent();
        });
    }
};
