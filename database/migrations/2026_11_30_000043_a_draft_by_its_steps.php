<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Stasimon\Core\Plan\PlanChange;

/** Each step of a draft holds what it changed instead of the whole plan; a draft that is thrown away stays until another one is. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('draft_steps', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('draft_id')->index()->constrained()->cascadeOnDelete();
            $table->boolean('is_later');
            $table->text('back');
            $table->text('forth');
        });
        foreach (DB::table('drafts')->orderBy('id')->lazy(10) as $draft) {
            [$earlier, $later] = [(array) json_decode($draft->earlier, true), (array) json_decode($draft->later, true)];
            $plans = array_map(fn (mixed $plan): string => is_string($plan) ? $plan : '', [
                ...$earlier,
                $draft->plan,
                ...array_reverse($later),
            ]);
            try {
                $rows = array_map(
                    fn (int $i): array => [
                        'draft_id' => $draft->id,
                        'is_later' => $i >= count($earlier),
                        'back' => PlanChange::between($plans[$i + 1], $plans[$i]),
                        'forth' => PlanChange::between($plans[$i], $plans[$i + 1]),
                    ],
                    array_slice(array_keys($plans), 0, -1),
                );
            } catch (JsonException) {
                $rows = [];
            }
            array_map(DB::table('draft_steps')->insert(...), $rows);
        }
        Schema::table('drafts', function (Blueprint $table): void {
            $table->dropColumn(['earlier', 'later']);
            $table->dropUnique(['instance_id']);
            $table->timestampTz('thrown_at')->nullable();
        });
        DB::statement('create unique index drafts_one_of_an_instance on drafts (instance_id) where thrown_at is null');
        DB::statement('create unique index drafts_one_thrown_away on drafts (instance_id) where thrown_at is not null');
    }
};
