<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Where each config of an instance came from, and who changed it last; when worlds are kept by themselves; notes of one's own. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('configs', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('instance_id')->constrained()->cascadeOnDelete();
            $table->text('path');
            // The content that a launch made it with; nothing where it was there before the first one.
            $table->char('made', 64)->nullable();
            // The launch that it appeared in, and the packages that were new in that.
            $table->unsignedInteger('made_in')->nullable();
            $table->jsonb('came')->default('[]');
            // The content that is known of last, and whose it is: made, you, launch.
            $table->char('last', 64);
            $table->string('by', 10);
            $table->unsignedInteger('launch')->nullable();
            $table->unique(['instance_id', 'path']);
        });
        DB::statement('alter table configs alter column path type text collate "C"');
        Schema::table('backups', function (Blueprint $table): void {
            // Plan and releases of that time, as a restore point has them.
            $table->jsonb('line_up')->nullable();
            // Bytes that it added to the store.
            $table->unsignedBigInteger('added')->default(0);
        });
        // Worlds are put back by drafts.
        DB::table('tasks')->where('kind', 'put back')->delete();
        Schema::table('instances', function (Blueprint $table): void {
            $table->text('notes')->nullable();
            $table->string('colour', 7)->nullable();
            $table->char('picture', 64)->nullable();
            // Hours after which changed worlds are kept by themselves; nothing for never.
            $table->unsignedSmallInteger('keep_hours')->nullable();
        });
    }
};
