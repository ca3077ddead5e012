<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** How the game alone came up before a rehearsal, as a state and a time and no longer as words. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('rehearsals', function (Blueprint $table): void {
            $table->integer('alone_milliseconds')->nullable();
        });
        DB::statement(
            "update rehearsals set alone_milliseconds = (1000 * substring(alone from '[0-9.]+')::numeric)::int, alone = 'clean' where ".
            "alone like 'clean in %'",
        );
        DB::table('verdicts')->delete();
        DB::statement('alter table verdicts alter column fit type varchar(20)');
    }
};
