<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('archives', function (Blueprint $table): void {
            // What the archive says of what it runs on, and whose code is whose.
            $table->jsonb('facts')->nullable();
        });
        Schema::table('rehearsals', function (Blueprint $table): void {
            // The game without loader and mods.
            $table->boolean('plain')->default(false);
            $table->string('side')->default('client');
            $table->boolean('hung')->default(false);
            // What was launched: package id => version, and path => digest of each config.
            $table->jsonb('versions')->nullable();
            $table->jsonb('configs')->nullable();
            // How the game alone came up before it, where that was not known yet.
            $table->string('alone')->nullable();
            // What the log says, once it is over: diagnoses, and how the launch went on.
            $table->jsonb('reading')->nullable();
        });
        Schema::create('dropped_logs', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('instance_id')->nullable()->constrained()->nullOnDelete();
            $table->string('game');
            $table->string('name', 200);
            $table->string('state')->default('waiting');
            $table->text('problem')->nullable();
            $table->jsonb('reading')->nullable();
            $table->timestampTz('created_at');
        });
        Schema::table('culprit_searches', function (Blueprint $table): void {
            // Whether a person says how each launch went; and the set that waits for their word.
            $table->boolean('asks')->default(false);
            $table->jsonb('asked')->nullable();
        });
    }
};
