<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What files of one's own say of being passed on. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('shelf_files', fn (Blueprint $table) => $table->jsonb('licence')->nullable());
    }
};
