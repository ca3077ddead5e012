<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Which game a pack is for: its document was asked for that, and one that the database cannot read stopped every page. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('packs', function (Blueprint $table): void {
            $table->string('game', 100)->default('')->index();
        });
        foreach (DB::table('packs')->select(['id', 'document'])->orderBy('id')->lazy(20) as $release) {
            $game = json_decode($release->document)->plan->game ?? null;
            DB::table('packs')->where('id', $release->id)->update(['game' => is_string($game) ? mb_substr($game, 0, 100) : '']);
        }
    }
};
