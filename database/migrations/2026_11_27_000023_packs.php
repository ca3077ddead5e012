<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Releases of packs that came as files or were made here, and the one that an instance is of. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('packs', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('pack', 100);
            $table->string('version', 100);
            $table->string('name', 120);
            $table->text('document');
            $table->timestampTz('created_at')->useCurrent();
            $table->unique(['pack', 'version']);
        });
        Schema::table('instances', function (Blueprint $table): void {
            $table->foreignUlid('pack_id')->nullable()->constrained('packs')->nullOnDelete();
        });
    }
};
