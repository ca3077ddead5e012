<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Who signed a release of a pack, and groups that new instances can begin with. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('packs', function (Blueprint $table): void {
            // The document of its signature, as it came with it.
            $table->text('signature')->nullable();
        });
        Schema::create('starter_groups', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('name', 60);
            $table->string('game', 100);
            // A hand-off of the group alone.
            $table->text('document');
            $table->timestampTz('created_at')->useCurrent();
            $table->unique(['game', 'name']);
        });
    }
};
