<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Pictures that depots have of packages: fetched once somebody has looked at the package, and kept here, scaled. */
    public function up(): void
    {
        Schema::create('pictures', function (Blueprint $table): void {
            $table->string('package_id', 200);
            $table->unsignedSmallInteger('place');
            $table->foreignId('depot_id')->constrained()->cascadeOnDelete();
            $table->string('path', 1000);
            $table->unsignedInteger('size');
            $table->char('sha256', 64)->index();
            $table->primary(['package_id', 'place']);
        });
        Schema::create('picture_wants', function (Blueprint $table): void {
            $table->char('sha256', 64)->primary();
            $table->boolean('failed')->default(false);
            $table->timestampTz('wanted_at')->useCurrent();
        });
    }
};
