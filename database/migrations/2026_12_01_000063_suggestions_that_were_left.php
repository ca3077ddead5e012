<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What is suggested in an instance, and a person does not want to have. */
    public function up(): void
    {
        Schema::create('left_suggestions', function (Blueprint $table): void {
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->string('package_id', 200);
            $table->primary(['instance_id', 'package_id']);
        });
    }
};
