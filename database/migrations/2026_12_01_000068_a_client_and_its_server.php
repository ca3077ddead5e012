<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** Each of the two knows the other. */
    public function up(): void
    {
        Schema::table('instances', function (Blueprint $table): void {
            $table->foreignUlid('served_by')->nullable()->constrained('instances')->nullOnDelete();
        });
        DB::update('update instances as client set served_by = server.id from instances as server where server.serves = client.id');
    }
};
