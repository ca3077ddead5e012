<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How those of a wish list have followed the versions of the game, worked out with its grid. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('wish_lists', function (Blueprint $table): void {
            $table->jsonb('following')->nullable();
        });
    }
};
