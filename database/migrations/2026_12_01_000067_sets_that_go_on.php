<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Sets that are shared from here, each state a release of a pack, and those that somebody subscribes to. */
    public function up(): void
    {
        Schema::create('shared_sets', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->unique()->constrained()->cascadeOnDelete();
            // In its address: who does not know it does not find it.
            $table->string('token', 40)->unique();
            $table->string('pack');
            $table->string('folder', 1000)->default('');
            // Whether each apply is a state of its own, and of which apply the last one is.
            $table->boolean('by_itself')->default(false);
            $table->integer('applies')->default(0);
            $table->jsonb('entries')->default('[]');
            $table->text('problem')->nullable();
            $table->timestampTz('created_at')->useCurrent();
        });
        Schema::create('set_subscriptions', function (Blueprint $table): void {
            $table->id();
            $table->string('address', 1000)->unique();
            $table->string('name', 120);
            $table->string('pack')->default('');
            // Of whoever signed it first; it may not be signed by another after that.
            $table->string('key', 20)->default('');
            // What was seen of it: number => SHA-256.
            $table->jsonb('seen')->default('{}');
            $table->text('why')->default('');
            $table->boolean('by_itself')->default(false);
            $table->text('problem')->nullable();
            $table->timestampTz('read_at')->nullable();
            $table->timestampTz('created_at')->useCurrent();
        });
    }
};
