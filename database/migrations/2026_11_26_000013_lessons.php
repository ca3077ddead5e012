<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a person has said of failures: whose fault it was. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('lessons', function (Blueprint $table): void {
            $table->id();
            $table->string('game', 64);
            $table->string('kind', 40);
            $table->text('pattern');
            $table->string('package_id', 200);
            $table->timestampTz('created_at')->useCurrent();
            $table->index('game');
        });
    }
};
