<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Which channel has to be allowed for a package to fit; verdicts without it are given again. */
return new class extends Migration
{
    public function up(): void
    {
        DB::table('verdicts')->delete();
        DB::statement('alter table verdicts add column channel text');
    }
};
