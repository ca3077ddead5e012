<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Packages that further files of another one's releases have come to are found by it. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement("create index sources_of on sources (depot_id, (page->>'of')) where page->>'of' is not null");
    }
};
