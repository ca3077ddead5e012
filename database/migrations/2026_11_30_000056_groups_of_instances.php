<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Under which heading an instance stands on the first page. */
    public function up(): void
    {
        Schema::table('instances', fn (Blueprint $table) => $table->string('heading', 40)->nullable());
    }
};
