<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** How often something was seen in launches here. */
    public function up(): void
    {
        Schema::table('notices', fn (Blueprint $table) => $table->unsignedSmallInteger('times')->default(1));
    }
};
