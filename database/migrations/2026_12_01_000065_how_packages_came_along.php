<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What is remembered of packages over every reading of their depots, and when somebody last looked for some. */
    public function up(): void
    {
        Schema::create('package_course', function (Blueprint $table): void {
            $table->string('package_id')->primary();
            // When its newest release came to be known here, and when that was published.
            $table->timestampTz('newest_at')->index();
            $table->timestampTz('published_at')->nullable();
            // What its depots counted at two times, the earlier half a month or more ago.
            $table->bigInteger('downloads_before')->nullable();
            $table->timestampTz('before_at')->nullable();
            $table->bigInteger('downloads_then');
            $table->timestampTz('then_at');
        });
        Schema::create('looks', function (Blueprint $table): void {
            $table->string('game')->primary();
            $table->timestampTz('at');
            $table->timestampTz('before')->nullable();
        });
        DB::insert(
            'insert into package_course (package_id, newest_at, published_at, downloads_then, then_at) '.
            'select id, now(), published_at, downloads, now() from packages',
        );
    }
};
