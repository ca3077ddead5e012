<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('openings', function (Blueprint $table): void {
            $table->id();
            $table->string('kind', 10);
            $table->text('what');
            $table->timestampTz('until')->nullable();
            $table->timestampTz('created_at');
            $table->unique(['kind', 'what']);
        });
    }
};
