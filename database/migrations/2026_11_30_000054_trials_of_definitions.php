<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Which instance is only there to try what a definition says. */
    public function up(): void
    {
        Schema::table('instances', fn (Blueprint $table) => $table->boolean('trial')->default(false));
    }
};
