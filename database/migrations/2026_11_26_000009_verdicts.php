<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Verdicts that were given, until what they rest on changes; they can be given again, so nothing is logged for them. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('create unlogged table verdicts (
            instance_id char(26) not null references instances on delete cascade, stamp char(32) not null,
            package_id varchar(255) collate "C" not null,
            fit varchar(10) not null, text text not null, version varchar(255) not null, primary key (instance_id, stamp, package_id))');
    }
};
