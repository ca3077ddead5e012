<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Whether the world that is called like the trial's was made by a rehearsal. Until now every one was taken for that. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('instances', function (Blueprint $table): void {
            $table->boolean('trial_made')->default(false);
        });
        DB::statement(
            'update instances set trial_made = true where exists (select 1 from rehearsals where rehearsals.instance_id = instances.id)',
        );
    }
};
