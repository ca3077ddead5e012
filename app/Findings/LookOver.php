<?php

declare(strict_types=1);

namespace App\Findings;

use App\Models\Instance;
use App\Models\Task;
use App\Work\Allowance;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;
use Throwable;

/** Looks over every instance, so that the register need not; each by itself, so that one that cannot be read stops no other. */
final readonly class LookOver implements Undertaking
{
    public function __construct(private Looking $looking, private Allowance $allowance)
    {
    }

    public function run(Task $task): void
    {
        foreach (
            DB::table('instances')->whereNull('put_away_at')->orderByRaw('looked_at nulls first')->pluck('id')->map(strval(...)) as $id
        ) {
            try {
                $instance = Instance::query()
                    ->with(['placed', 'draft', 'lastRehearsal', 'watch'])
                    ->find($id);
                if ($instance !== null) {
                    $this->allowance->forWork();
                    $this->looking->over($instance);
                }
            } catch (Throwable $failure) {
                report($failure);
            }
            DB::table('instances')
                ->where('id', $id)
                ->update(['looked_at' => now()]);
        }
    }

    public function abandon(Task $task, string $why): void
    {
    }
}
