<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Files of depots that only list them, each with what it says of itself. */
    public function up(): void
    {
        Schema::create('listed_files', function (Blueprint $table): void {
            $table->foreignId('depot_id')->constrained()->cascadeOnDelete();
            $table->text('path');
            $table->char('sha256', 64);
            $table->bigInteger('size')->default(0);
            $table->timestampTz('published')->nullable();
            $table->text('package_id')->nullable();
            $table->jsonb('said')->nullable();
            $table->text('problem')->nullable();
            $table->char('rules', 64);
            $table->bigInteger('sequence');
            $table->boolean('gone')->default(false);
            $table->primary(['depot_id', 'path', 'sha256']);
            $table->index(['depot_id', 'package_id']);
        });
    }
};
