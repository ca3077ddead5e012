<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** The packages of a line-up by their names, and their bytes: the first page shows them of fifty instances at once. */
    public function up(): void
    {
        Schema::table('instances', function (Blueprint $table): void {
            $table->text('laid_ids')->default('');
            $table->unsignedBigInteger('laid_size')->default(0);
        });
        DB::update("update instances set laid_ids = held.ids, laid_size = held.size from (
            select instance_id, string_agg(package_id, ' ' order by name) as ids, sum(size) as size from placed_releases
            where kind not in ('game', 'runtime') group by instance_id) as held where held.instance_id = instances.id");
    }
};
