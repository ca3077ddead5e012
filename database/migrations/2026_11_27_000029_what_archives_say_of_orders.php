<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What an archive says of the order in which it lies among others. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('archives', function (Blueprint $table): void {
            // {"before": ids, "after": ids}; nothing where it says nothing.
            $table->jsonb('says')->nullable();
        });
    }
};
