<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** The hand-off that an instance was made of, or brought to last. */
    public function up(): void
    {
        Schema::table('instances', function (Blueprint $table): void {
            $table->foreignUlid('given_id')->nullable()->constrained('hand_offs')->nullOnDelete();
        });
    }
};
