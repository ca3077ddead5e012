<?php

declare(strict_types=1);

namespace App\Console\Demo;

use App\Installs\KeepInstall;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use Symfony\Component\Process\Process;

/** The demo's game as it lies on somebody's disk, in two versions, kept. */
final readonly class DemoInstall
{
    public function __construct(private KeepInstall $keeping)
    {
    }

    public function keep(): void
    {
        $root = (string) (((array) config('stasimon.folders'))[0] ?? config('stasimon.var').'/games');
        foreach (['3.2.1', '3.3.2'] as $version) {
            $folder = "{$root}/Ferrywright {$version}";
            if (! is_dir($folder)) {
                (new Process([PHP_BINARY, base_path('standins/content/install.php'), '--version', $version, '--out', $folder]))->mustRun();
            }
            $install = $this->keeping->reading('ferrywright', $folder);
            $task = Task::query()->create([
                'kind' => TaskKind::Install,
                'state' => TaskState::Running,
                'subject' => ['install' => $install->id],
            ]);
            $this->keeping->run($task);
            $task->update(['state' => TaskState::Done]);
        }
    }
}
