<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Disk\Folder;
use App\Disk\OwnFiles;
use App\Files\Entries;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\ArchiveLimits;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use ZipArchive;

/** Copies a world to another instance, makes an archive of one, and takes one in; each may be very large. */
final readonly class WorldWork implements Undertaking
{
    public function __construct(private Tasks $tasks, private Games $games)
    {
    }

    public function copy(Instance $from, string $world, Instance $to): void
    {
        $this->known($from, $world);
        $from->plan->base->game === $to->plan->base->game || throw Refusal::conflict("{$to->name} is of another game.");
        $from->id !== $to->id || throw Refusal::unusable('It is there already. Nothing was copied.');
        $this->tasks->beginFor($to, TaskKind::World, fn (): array => ['act' => 'copy', 'from' => $from->id, 'world' => $world]);
    }

    public function export(Instance $instance, string $world): void
    {
        $this->known($instance, $world);
        $this->tasks->beginFor($instance, TaskKind::World, fn (): array => ['act' => 'export', 'world' => $world]);
    }

    /** @param  string  $file  that is moved to where the work finds it */
    public function import(Instance $instance, string $file, string $name): void
    {
        $this->games->get($instance->plan->base->game)->worlds ?? throw Refusal::conflict('This game has no worlds.');
        $instance->applied_at !== null ||
            throw Refusal::conflict('Nothing is applied yet, so there is no folder that a world could be in.');
        $to = self::coming($instance);
        File::ensureDirectoryExists(dirname($to));
        $this->tasks->beginFor($instance, TaskKind::World, function () use ($file, $to, $name): array {
            rename($file, $to) || throw FullDisk::writing($name);

            return ['act' => 'import', 'name' => $name];
        });
    }

    /** Where the archive of a world lies once it is made. */
    public static function archive(Instance $instance, string $world): string
    {
        return config('stasimon.var')."/instances/{$instance->id}/exports/".hash('xxh3', $world).'.zip';
    }

    public function run(Task $task): void
    {
        $instance = Instance::query()->findOrFail((string) $task->instance_id);
        match ($task->about('act')) {
            'copy' => $this->runCopy($instance, $task),
            'export' => $this->runExport($instance, $task),
            default => $this->runImport($instance, $task),
        };
    }

    /** What was begun has a name of its own until it is whole, and is taken away. */
    public function abandon(Task $task, string $why): void
    {
        $instance = Instance::query()->find((string) $task->instance_id);
        if ($instance !== null) {
            @unlink(self::coming($instance));
            $folder = (new Folder($instance))->live(
                (string) ($this->games->get($instance->plan->base->game)->worlds['folder'] ?? 'worlds'),
            );
            array_map(File::deleteDirectory(...), glob("{$folder}/.coming-*") ?: []);
        }
    }

    private function runCopy(Instance $to, Task $task): void
    {
        $from =
            Instance::query()->find($task->about('from')) ?? throw Refusal::notFound('The instance that it was in is not here any more.');
        Tasks::refuseWhilePlayed($from);
        $world = $task->about('world');
        $folder = $this->known($from, $world);
        $task->advance("copying {$world}", 0, 0);
        $this->place($to, $world, fn (string $next) => OwnFiles::copy($folder, $next, OwnFiles::stand($folder)));
    }

    private function runExport(Instance $instance, Task $task): void
    {
        Tasks::refuseWhilePlayed($instance);
        $world = $task->about('world');
        $folder = $this->known($instance, $world);
        is_link($folder) || is_link(dirname($folder))
            ? throw Refusal::conflict("{$world} lies at a place that a link leads to, so no archive of it is made from here.")
            : null;
        $to = self::archive($instance, $world);
        File::ensureDirectoryExists(dirname($to));
        // Of yesterday's nobody knows any more.
        array_map(fn (string $old): bool => filemtime($old) < now()->subDay()->timestamp && unlink($old), glob(dirname($to).'/*') ?: []);
        $zip = new ZipArchive();
        $zip->open("{$to}.part", ZipArchive::CREATE | ZipArchive::OVERWRITE) === true || throw FullDisk::writing("the archive of {$world}");
        foreach (Entries::files($folder) as $path => $file) {
            $zip->addFile("{$folder}/{$path}", "{$world}/{$path}");
        }
        $zip->registerProgressCallback(0.02, fn (float $part) => $task->advance("making an archive of {$world}", (int) (100 * $part), 100));
        ($zip->close() && rename("{$to}.part", $to)) || throw FullDisk::writing("the archive of {$world}");
    }

    private function runImport(Instance $instance, Task $task): void
    {
        $file = self::coming($instance);
        $name = $task->about('name');
        try {
            $task->advance("looking through {$name}", 0, 0);
            $archive = Archive::read($file, $name, new ArchiveLimits(entries: 200_000, bytes: 20_000_000_000));
            $root = $this->rootIn($archive, $name, $instance);
            $world = $root === '.' ? pathinfo($name, PATHINFO_FILENAME) : basename($root);
            $world = trim((string) preg_replace('/[\x00-\x1f\x7f\/\\\\:*?"<>|]+/', ' ', mb_scrub(mb_substr($world, 0, 80))), ' .');
            $inside = array_filter(
                $archive->entries,
                fn (ArchiveEntry $entry): bool => $root === '.' || str_starts_with($entry->path, "{$root}/"),
            );
            $task->advance("unpacking {$world}", 0, count($inside));
            $this->place($instance, $world === '' ? 'World' : $world, function (string $next) use ($archive, $inside, $root): void {
                $cut = $root === '.' ? 0 : strlen($root) + 1;
                $archive->unpack(
                    $inside,
                    function (ArchiveEntry $entry) use ($next, $cut) {
                        $path = "{$next}/".substr($entry->path, $cut);
                        File::ensureDirectoryExists(dirname($path));

                        return @fopen($path, 'xb') ?: throw FullDisk::writing($entry->path);
                    },
                    function (ArchiveEntry $entry, $handle): void {
                        fclose($handle) || throw FullDisk::writing($entry->path);
                    },
                );
            });
        } catch (UnsafeArchive $failure) {
            throw Refusal::unusable($failure->getMessage());
        } finally {
            @unlink($file);
        }
    }

    /** The folder of the archive that is a world; a dot where it is all of it. */
    private function rootIn(Archive $archive, string $name, Instance $instance): string
    {
        $says = (string) ($this->games->get($instance->plan->base->game)->worlds['file'] ?? '');
        $roots = array_values(
            array_unique(
                array_map(
                    fn (ArchiveEntry $entry): string => dirname($entry->path),
                    array_filter($archive->entries, fn (ArchiveEntry $entry): bool => basename($entry->path) === $says),
                ),
            ),
        );
        count($roots) === 1 ||
            throw Refusal::unusable(
                $roots === []
                    ? "{$name} is no world of this game: there is no {$says} in it."
                    : "{$name} has several worlds in it. Bring them one by one.",
            );

        return $roots[0];
    }

    /**
     * Makes a world under a name that nobody reads, and gives it its own once it is whole.
     *
     * @param  callable(string): void  $make
     */
    private function place(Instance $instance, string $world, callable $make): void
    {
        $folder = (new Folder($instance))->live(
            (string) ($this->games->get($instance->plan->base->game)->worlds['folder'] ??
                throw Refusal::conflict('This game has no worlds.')),
        );
        Tasks::refuseWhilePlayed($instance);
        is_link($folder) &&
            throw Refusal::conflict(basename($folder).' is a link to another place, so nothing is put into it from here.');
        File::ensureDirectoryExists($folder);
        for ($name = $world, $n = 2; @lstat("{$folder}/{$name}") !== false; $n++) {
            $name = "{$world} {$n}";
        }
        $next = "{$folder}/.coming-".Str::random(8);
        try {
            File::ensureDirectoryExists($next);
            $make($next);
            rename($next, "{$folder}/{$name}") || throw FullDisk::writing($name);
        } finally {
            File::deleteDirectory($next);
        }
    }

    /** @return string its folder */
    private function known(Instance $instance, string $world): string
    {
        $game = $this->games->get($instance->plan->base->game);
        isset((new Worlds($game))->of($instance)[$world]) ||
            throw Refusal::notFound("There is no world {$world} here any more. Nothing was changed.");

        return (new Folder($instance))->live(($game->worlds['folder'] ?? '')."/{$world}");
    }

    private static function coming(Instance $instance): string
    {
        return config('stasimon.var')."/instances/{$instance->id}/exports/coming.zip";
    }
}
