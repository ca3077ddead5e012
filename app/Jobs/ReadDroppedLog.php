<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\DroppedLog;
use App\Rehearsals\DroppedLogs;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Throwable;

final class ReadDroppedLog implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public function __construct(private readonly string $log)
    {
    }

    public function handle(DroppedLogs $logs): void
    {
        $dropped = DroppedLog::query()->with('instance')->find($this->log);
        if ($dropped !== null && $dropped->state === 'waiting') {
            try {
                $logs->read($dropped);
            } catch (Throwable $failure) {
                $dropped->update(['state' => 'unreadable', 'problem' => 'It could not be read to its end. The instance it was to be read against is as it was.']);
                throw $failure;
            }
        }
    }
}
