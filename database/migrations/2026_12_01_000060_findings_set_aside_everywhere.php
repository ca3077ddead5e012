<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What is not told: one finding, all of a kind or all about a package; of one instance or of all; for good or until a day. */
    public function up(): void
    {
        Schema::create('asides', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('finding', 16)->nullable();
            $table->string('kind', 60)->nullable();
            $table->string('package_id', 200)->nullable();
            $table->string('says', 300);
            $table->timestampTz('until')->nullable();
            $table->timestampTz('created_at')->useCurrent();
        });
        DB::insert("insert into asides (instance_id, finding, says)
            select id, jsonb_array_elements_text(aside), '' from instances where aside is not null and jsonb_typeof(aside) = 'array'");
        Schema::table('instances', fn (Blueprint $table) => $table->dropColumn('aside'));
    }
};
