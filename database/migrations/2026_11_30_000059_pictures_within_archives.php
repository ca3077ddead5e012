<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** A picture may be a package's own, out of the archive that names it; then no depot has it, and its place is -1. */
    public function up(): void
    {
        Schema::table('pictures', function (Blueprint $table): void {
            $table->smallInteger('place')->change();
            $table->unsignedBigInteger('depot_id')->nullable()->change();
            // Nothing where the archive names one that cannot be read.
            $table->char('sha256', 64)->nullable()->change();
            $table->char('archive', 64)->nullable();
        });
    }
};
