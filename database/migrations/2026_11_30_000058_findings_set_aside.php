<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Findings that a person has seen and does not want to be told of as long as they say the same, by their keys. */
    public function up(): void
    {
        Schema::table('instances', fn (Blueprint $table) => $table->jsonb('aside')->nullable());
    }
};
