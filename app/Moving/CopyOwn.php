<?php

declare(strict_types=1);

namespace App\Moving;

use App\Disk\Folder;
use App\Disk\OwnFiles;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;
use App\Worlds\Worlds;
use Illuminate\Support\Facades\File;

/** Copies configs and chosen worlds of an instance into one that was made beside it, which may be very much. */
final readonly class CopyOwn implements Undertaking
{
    /** How often a folder is copied that somebody writes into meanwhile. */
    private const TRIES = 3;

    public function __construct(private Tasks $tasks, private Games $games)
    {
    }

    /** @param  list<string>  $worlds  names; what is none of the old instance's worlds is passed over */
    public function start(Instance $from, Instance $to, array $worlds): void
    {
        if ($this->parts($from, $worlds) === []) {
            return;
        }
        $this->tasks->beginFor($to, TaskKind::CopyOwn, fn (): array => ['from' => $from->id, 'to' => $to->id, 'worlds' => $worlds]);
    }

    public function run(Task $task): void
    {
        $from =
            Instance::query()->find((string) $task->about('from')) ??
            throw Refusal::notFound('The instance that it was moved from is not here any more, so nothing of it was copied.');
        $to = Instance::query()->findOrFail((string) $task->about('to'));
        Tasks::refuseWhilePlayed($from);
        $parts = $this->parts($from, (array) ($task->subject['worlds'] ?? []));
        foreach ($parts as $number => $part) {
            $task->advance("copying {$part}", $number, count($parts));
            self::copy((new Folder($from))->live($part), (new Folder($to))->live($part));
        }
    }

    /** What was copied in part is taken away again: the new instance has nothing of its own yet. */
    public function abandon(Task $task, string $why): void
    {
        $to = Instance::query()->find((string) $task->about('to'));
        if ($to !== null && $to->applied_at === null) {
            File::deleteDirectory((new Folder($to))->live());
        }
    }

    /**
     * @param  array<mixed>  $worlds
     * @return list<string> folders below live/
     */
    private function parts(Instance $from, array $worlds): array
    {
        $game = $this->games->get($from->plan->base->game);
        $where = $game->worlds['folder'] ?? '';
        $parts = array_values(array_diff($game->own, [$where]));
        foreach (array_intersect(array_map(strval(...), array_keys((new Worlds($game))->of($from))), $worlds) as $world) {
            $parts[] = "{$where}/{$world}";
        }

        return array_values(
            array_filter(
                $parts,
                fn (string $part): bool => is_dir((new Folder($from))->live($part)) && ! is_link((new Folder($from))->live($part)),
            ),
        );
    }

    private static function copy(string $from, string $to): void
    {
        for ($try = 1; $try <= self::TRIES; $try++) {
            File::deleteDirectory($to);
            File::ensureDirectoryExists(dirname($to));
            $stand = OwnFiles::stand($from);
            OwnFiles::copy($from, $to, $stand);
            if (OwnFiles::stand($from, $stand) === $stand) {
                return;
            }
        }

        throw Refusal::conflict(
            'Something is writing into '.
                basename($from).
                ', so it cannot be copied as a whole. End it, and move again; the old instance is as it was.',
        );
    }
}
