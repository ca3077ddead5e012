<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Applies are counted, so that of a launch it is known whether it was of what lies in the folder now. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('instances', fn (Blueprint $table) => $table->integer('applies')->default(0));
        // Unknown of earlier launches, which go by their time.
        Schema::table('rehearsals', fn (Blueprint $table) => $table->integer('applies')->nullable());
    }
};
