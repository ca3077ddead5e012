<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What lies where mods lie, was not laid, and was looked into. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('strays', function (Blueprint $table): void {
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            // Of its path, which may be no text.
            $table->string('key', 40);
            // Which entry it was, how long and of when: whatever is otherwise is looked into anew.
            $table->string('state', 120);
            $table->char('sha256', 64)->nullable();
            // What it was found to be; nothing where it could not be read, which is said then.
            $table->jsonb('found')->nullable();
            $table->text('problem')->nullable();
            // Whether a person leaves it as it is.
            $table->boolean('left')->default(false);
            $table->primary(['instance_id', 'key']);
        });
    }
};
