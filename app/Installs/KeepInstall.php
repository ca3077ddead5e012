<?php

declare(strict_types=1);

namespace App\Installs;

use App\Depots\Catalogue\Bulk;
use App\Games\Games;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;

/** Keeps the files of a game as they are in a folder now. */
final readonly class KeepInstall implements Undertaking
{
    /** Things that are told one by one of what is no part of it. */
    private const TOLD = 3;

    public function __construct(
        private InstallReading $folder,
        private Installs $installs,
        private Games $games,
        private Tasks $tasks,
    ) {
    }

    /**
     * @param  string  $root  a folder that may be read
     * @param  string  $version  that it is, where nothing in the folder says so; nothing where it is to be recognised
     *
     * @throws Refusal for a game or a version that is not known
     */
    public function start(string $game, string $root, string $version = ''): Install
    {
        $known = $this->games->get($game);
        if ($version !== '' && $known->version($version) === null) {
            throw Refusal::unusable("{$known->name} {$version} is no version that its definition knows.");
        }
        $install = $this->reading($game, $root, $version);
        $this->tasks->begin(TaskKind::Install, 'looking which version it is', ['install' => $install->id]);

        return $install;
    }

    /** One that is to be read. */
    public function reading(string $game, string $root, string $version = ''): Install
    {
        return Install::query()->create(['game' => $game, 'folder' => $root, 'version' => $version, 'state' => InstallState::Reading]);
    }

    public function run(Task $task): void
    {
        $install = Install::query()->find((int) $task->about('install'));
        if ($install?->state !== InstallState::Reading) {
            return;
        }
        $game = $this->games->get($install->game);
        try {
            is_dir($install->folder) || throw Refusal::conflict('The folder is not there any more.');
            $version = $this->folder->version($game, $install->folder) ?? $install->version;
            $version !== '' ||
                throw Refusal::unusable('Nothing in the folder says which version it is. Say it beside the folder, and read it again.');
            $install->update(['version' => $version]);
            $this->read($install, $task);
            $this->installs->prune($install->game);
        } catch (Refusal $refusal) {
            $install->update(['state' => InstallState::Failed, 'problem' => mb_substr($refusal->getMessage(), 0, 1_000)]);
        }
    }

    private function read(Install $install, Task $task): void
    {
        [$entries, $left] = $this->folder->entries($this->games->get($install->game), $install->folder);
        $entries !== [] || throw Refusal::unusable('There is no file of a game in that folder.');
        $rows = $not = [];
        $bytes = $links = 0;
        foreach ($entries as $number => $entry) {
            $number % 20 === 0 && $task->advance("keeping {$install->version}", $number, count($entries));
            $kept = $this->folder->keep($install->folder, $entry);
            if (is_string($kept)) {
                $not[] = $kept;

                continue;
            }
            $bytes += $kept->size;
            $links += $kept->link === null ? 0 : 1;
            $rows[] = [
                'install_id' => $install->id,
                'path' => $kept->path,
                'sha256' => $kept->sha256,
                'size' => $kept->size,
                'executable' => $kept->isExecutable,
                'link' => $kept->link,
            ];
        }
        foreach ($left as $folder => $count) {
            $not[] = "{$folder}, with ".($count === 1 ? 'a file' : number_format($count).' files').', is for mods or a person\'s own';
        }
        Bulk::copy('install_files', ['install_id', 'path', 'sha256', 'size', 'executable', 'link'], $rows);
        $install->update([
            'state' => InstallState::Kept,
            'files' => count($rows),
            'bytes' => $bytes,
            'left_out' => self::sentence($not),
            'kept_at' => now(),
        ]);
    }

    /** @param  list<string>  $not */
    private static function sentence(array $not): string
    {
        return $not === []
            ? ''
            : 'Left out: '.
                implode('; ', array_slice($not, 0, self::TOLD)).
                (count($not) > self::TOLD ? '; and '.(count($not) - self::TOLD).' more' : '').
                '.';
    }

    public function abandon(Task $task, string $why): void
    {
        $install = Install::query()->find((int) $task->about('install'));
        if ($install?->state === InstallState::Reading) {
            $install->update(['state' => InstallState::Failed, 'problem' => mb_substr($why, 0, 1_000)]);
        }
    }
}
