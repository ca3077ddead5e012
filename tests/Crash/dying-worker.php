<?php

declare(strict_types=1);

// A worker that kills itself at a step of an apply: php tests/Crash/dying-worker.php STEP; without one, it does what is queued.

use App\Disk\Milestones;
use Illuminate\Contracts\Console\Kernel;

require __DIR__.'/../../vendor/autoload.php';
$app = require __DIR__.'/../../bootstrap/app.php';
$kernel = $app->make(Kernel::class);
$kernel->bootstrap();
$app->instance(Milestones::class, new class($argv[1] ?? '') extends Milestones
{
    public function __construct(private readonly string $last)
    {
    }

    public function reached(string $step): void
    {
        if ($step === $this->last) {
            posix_kill((int) getmypid(), SIGKILL);
        }
    }
});
exit($kernel->call('queue:work', ['--stop-when-empty' => true, '--quiet' => true]));
