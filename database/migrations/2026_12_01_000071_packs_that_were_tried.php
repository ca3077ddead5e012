<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What came of making a release of a pack and launching it. */
    public function up(): void
    {
        Schema::table('packs', function (Blueprint $table): void {
            $table->text('trial_state')->nullable();
            $table->text('trial_said')->nullable();
            $table->timestampTz('tried_at')->nullable();
            $table->foreignUlid('trial_id')->nullable()->constrained('instances')->nullOnDelete();
        });
    }
};
