<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Archives of games that read no mods folder, as whoever has the game has brought them; what is merged begins with them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('game_archives', function (Blueprint $table): void {
            $table->string('game', 100);
            $table->string('version', 100);
            $table->char('sha256', 64);
            $table->string('name', 200);
            $table->unsignedBigInteger('size');
            $table->timestampTz('brought_at')->useCurrent();
            $table->primary(['game', 'version']);
        });
    }
};
