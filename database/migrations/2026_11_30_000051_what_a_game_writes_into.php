<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Whether a launch of the game alone was seen to write into it.
        Schema::table('install_files', fn (Blueprint $table) => $table->boolean('written')->default(false));
    }
};
