<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What depots answered, by what they know who asks, and until when they ask to be left alone. */
    public function up(): void
    {
        Schema::create('depot_answers', function (Blueprint $table): void {
            $table->foreignId('depot_id')->constrained()->cascadeOnDelete();
            $table->text('address');
            $table->text('tag');
            $table->text('modified');
            $table->text('body');
            $table->timestampTz('asked_at');
            $table->primary(['depot_id', 'address']);
        });
        Schema::table('depots', function (Blueprint $table): void {
            $table->text('credentials')->nullable();
            $table->timestampTz('not_before')->nullable();
        });
        Schema::table('depot_packs', function (Blueprint $table): void {
            $table->text('channels')->default('');
        });
        Schema::table('listed_files', function (Blueprint $table): void {
            $table->text('seen')->default('');
        });
        DB::statement('update listed_files set seen = sha256');
    }
};
