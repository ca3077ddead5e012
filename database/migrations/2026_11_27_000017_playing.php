<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Launches that a person plays, and how worlds were before them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('backups', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->string('why', 200);
            // Path below the folder of worlds => its SHA-256 and bytes, or where a link leads.
            $table->jsonb('files');
            $table->bigInteger('bytes');
            $table->timestampTz('made_at')->useCurrent();
            $table->index(['instance_id', 'id']);
        });
        Schema::table('rehearsals', function (Blueprint $table): void {
            $table->string('purpose', 16)->default('rehearsal');
            // The process that keeps a game that is played: it outlives Stasimon.
            $table->integer('process')->nullable();
            $table->timestampTz('begun_at')->nullable();
            $table->foreignId('backup_id')->nullable()->constrained()->nullOnDelete();
            $table->jsonb('changed')->nullable();
        });
    }
};
