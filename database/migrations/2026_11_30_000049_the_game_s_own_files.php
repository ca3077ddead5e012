<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('installs', function (Blueprint $table): void {
            $table->id();
            $table->string('game', 80);
            $table->string('version', 80)->default('');
            $table->text('folder');
            $table->string('state', 10);
            $table->integer('files')->default(0);
            $table->bigInteger('bytes')->default(0);
            $table->text('left_out')->default('');
            $table->text('problem')->nullable();
            $table->timestampTz('kept_at')->nullable();
            $table->timestampTz('created_at');
            $table->index(['game', 'version', 'state']);
        });
        Schema::create('install_files', function (Blueprint $table): void {
            $table->foreignId('install_id')->constrained()->cascadeOnDelete();
            $table->text('path');
            $table->char('sha256', 64)->nullable();
            $table->bigInteger('size');
            $table->boolean('executable')->default(false);
            // Where a symbolic link leads, within the folder.
            $table->text('link')->nullable();
            $table->primary(['install_id', 'path']);
        });
        DB::statement('create index install_files_digest on install_files (sha256)');
        Schema::table('instances', fn (Blueprint $table) => $table->foreignId('install_id')->nullable()->constrained()->restrictOnDelete());
    }
};
