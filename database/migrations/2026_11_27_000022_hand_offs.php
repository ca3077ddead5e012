<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Hand-offs that came from somebody else. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('hand_offs', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('name', 120);
            // As a document, whatever form it came in.
            $table->text('document');
            $table->timestampTz('created_at')->useCurrent();
        });
    }
};
