<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Worlds that were seen in an instance, so that one which vanishes from the disk is missed. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('seen_worlds', function (Blueprint $table): void {
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->string('name', 255);
            $table->timestampTz('seen_at');
            $table->primary(['instance_id', 'name']);
        });
    }
};
