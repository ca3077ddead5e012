<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What a person is told once, wherever they are: what ended, what came, what broke. */
    public function up(): void
    {
        Schema::create('told', function (Blueprint $table): void {
            $table->id();
            $table->string('key', 300)->unique();
            $table->string('kind', 20);
            $table->foreignUlid('instance_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('sentence', 600);
            $table->string('act', 60);
            $table->string('address', 600);
            $table->timestampTz('told_at')->useCurrent();
            $table->timestampTz('seen_at')->nullable();
            $table->index(['seen_at', 'id']);
        });
    }
};
