<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('instances', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('name', 80);
            // What is applied. The draft, if there is one, holds what is meant to be.
            $table->jsonb('plan');
            $table->timestampTz('applied_at')->nullable();
            $table->timestampsTz();
        });
        Schema::create('placed_releases', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->string('package_id');
            $table->string('name');
            $table->string('kind');
            $table->string('version');
            $table->string('side')->default('both');
            $table->jsonb('because');
            $table->string('path')->nullable();
            $table->bigInteger('size')->default(0);
            $table->char('sha256', 64)->nullable();
            $table->unique(['instance_id', 'package_id']);
        });
        Schema::create('drafts', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->unique()->constrained()->cascadeOnDelete();
            $table->jsonb('plan');
            $table->jsonb('earlier');
            $table->integer('revision')->default(1);
            $table->timestampsTz();
        });
        Schema::create('tasks', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('instance_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('kind');
            $table->string('state');
            $table->string('step')->default('');
            $table->bigInteger('done')->default(0);
            $table->bigInteger('total')->default(0);
            $table->text('problem')->nullable();
            $table->timestampsTz();
            $table->index(['state', 'kind']);
        });
        Schema::create('rehearsals', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->integer('number');
            $table->string('state');
            $table->jsonb('plan');
            $table->integer('exit_code')->nullable();
            $table->integer('milliseconds')->nullable();
            $table->timestampsTz();
            $table->unique(['instance_id', 'number']);
        });
        Schema::create('history_entries', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->text('sentence');
            // The restore point: plan and line-up as they were before.
            $table->jsonb('before');
            $table->timestampTz('created_at');
        });
    }
};
