<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** What comes with a package that fits as it is; verdicts without it are given again. */
return new class extends Migration
{
    public function up(): void
    {
        DB::table('verdicts')->delete();
        DB::statement('alter table verdicts add column brings text');
    }
};
