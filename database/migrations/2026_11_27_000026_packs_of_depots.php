<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Packs that depots list; each is a file that can be fetched. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('depot_packs', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('depot_id')->constrained()->cascadeOnDelete();
            $table->string('pack', 100);
            $table->string('version', 100);
            $table->string('name', 120);
            $table->string('summary', 500)->default('');
            $table->string('licence', 120)->default('');
            $table->string('game', 100);
            $table->string('game_version', 100);
            $table->string('loader', 100);
            $table->unsignedInteger('packages');
            $table->string('file_path', 240);
            $table->unsignedInteger('file_size');
            $table->char('file_sha256', 64);
            $table->timestampTz('published_at')->nullable();
            $table->unique(['depot_id', 'pack', 'version']);
            $table->index('published_at');
        });
    }
};
