<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What a taught game is called, and why it cannot be used any more, so that a list of games reads no definition. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('taught_games', function (Blueprint $table): void {
            $table->text('name')->default('');
            $table->text('problem')->nullable();
        });
        foreach (DB::table('taught_games')->pluck('document', 'id') as $id => $json) {
            $name = json_decode($json)->name ?? null;
            DB::table('taught_games')->where('id', $id)->update(['name' => is_string($name) ? $name : $id]);
        }
    }
};
