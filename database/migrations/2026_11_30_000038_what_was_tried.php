<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whether plans of an instance lead to a line-up: what a remedy is, once it was tried, until anything that it rests on changes. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('trials', function (Blueprint $table): void {
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->char('key', 32);
            // Of the depots and of what is applied.
            $table->char('stamp', 32);
            $table->string('answer', 12);
            // The plan, while a worker has to try it.
            $table->text('plan')->nullable();
            $table->primary(['instance_id', 'key']);
        });
    }
};
