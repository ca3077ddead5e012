<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Games that a person has taught, beside those that come with Stasimon. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('taught_games', function (Blueprint $table): void {
            $table->string('id', 64)->primary();
            $table->integer('revision')->default(1);
            // As it was handed over, so that it is saved as it came.
            $table->text('document');
            // The command that a person has seen and agreed to, as JSON; nothing else of it is run.
            $table->text('agreed')->nullable();
            $table->timestampTz('updated_at')->useCurrent();
        });
    }
};
