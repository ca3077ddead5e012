<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Instances that are the server's half of another one, and launches in which a client joins one. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('instances', function (Blueprint $table): void {
            $table->foreignUlid('serves')->nullable()->constrained('instances')->nullOnDelete();
        });
        Schema::table('rehearsals', function (Blueprint $table): void {
            // The rehearsal of the server that it joined, or was to.
            $table->foreignId('joins')->nullable()->constrained('rehearsals')->nullOnDelete();
        });
    }
};
