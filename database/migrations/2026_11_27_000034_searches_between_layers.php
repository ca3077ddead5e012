<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Searches that launch between layers: each with all that lies under it. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('culprit_searches', fn (Blueprint $table) => $table->boolean('layered')->default(false));
    }
};
