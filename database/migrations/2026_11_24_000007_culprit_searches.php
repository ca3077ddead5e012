<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('culprit_searches', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            // The failed rehearsal that it began with.
            $table->integer('rehearsal');
            $table->string('state')->default('waiting');
            // What was asked for, in the order of the search, and what each of it needs of the others.
            $table->jsonb('wants');
            $table->jsonb('needs');
            // What the failed launch said in its error lines; another failure says nothing about this one.
            $table->jsonb('errors');
            $table->jsonb('launches')->default('[]');
            $table->jsonb('culprits')->nullable();
            $table->boolean('flaky')->default(false);
            $table->timestampsTz();
        });
        Schema::table('notices', function (Blueprint $table): void {
            // A notice of one's own may hold only beside others: package id => version.
            $table->jsonb('beside')->nullable();
        });
    }
};
