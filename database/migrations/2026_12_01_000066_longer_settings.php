<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What was found in the store names instances, so it has no length that could be known before. */
    public function up(): void
    {
        Schema::table('settings', fn (Blueprint $table) => $table->text('value')->change());
    }
};
