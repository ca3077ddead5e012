<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Disk\Folder;
use App\Files\PlainFile;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Work\Tasks;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Game\GameDefinition;

/** The worlds of an instance, and the mods that each was last saved with. */
final readonly class Worlds
{
    /** Bytes of the file that says what a world was saved with; of a longer one nothing is understood. */
    private const LARGEST = 5_000_000;

    public function __construct(private GameDefinition $game)
    {
    }

    /** @return array<string, array<string, string>> name of the world => mod id => version */
    public function of(Instance $instance): array
    {
        $where = $this->game->worlds;
        $worlds = [];
        if ($where === null) {
            return [];
        }
        foreach (glob((new Folder($instance))->live($where['folder']).'/*/'.$where['file']) ?: [] as $file) {
            if (basename(dirname($file)) === $instance->trialWorld($this->game) || ! is_file($file)) {
                continue;
            }
            $document = json_decode((string) PlainFile::text($file, self::LARGEST), true);
            $mods = is_array($document) ? $document[$where['mods']] ?? [] : [];
            $worlds[mb_scrub(basename(dirname($file)))] = array_filter(is_array($mods) ? $mods : [], is_string(...));
        }

        return $worlds;
    }

    /** When a world of it was saved last; 0 where there is none. */
    public function savedAt(Instance $instance): int
    {
        $where = $this->game->worlds;
        $files = $where === null ? [] : (glob((new Folder($instance))->live($where['folder']).'/*/'.$where['file']) ?: []);

        return max([0, ...array_map(fn (string $file): int => (int) @filemtime($file), $files)]);
    }

    /** @throws Refusal for what is no world here, or a name that is taken */
    public function rename(Instance $instance, string $world, string $name): void
    {
        Tasks::refuseWhilePlayed($instance);
        isset($this->of($instance)[$world]) || throw Refusal::notFound("There is no world {$world} here any more. Nothing was changed.");
        $folder = (new Folder($instance))->live((string) ($this->game->worlds['folder'] ?? ''));
        ($name !== ($this->game->worlds['trial'] ?? '') && @lstat("{$folder}/{$name}") === false) ||
            throw Refusal::conflict("There is something called {$name} already. Nothing was changed.");
        is_link($folder) &&
            throw Refusal::conflict(basename($folder).' is a link to another place, so nothing in it is renamed from here.');
        (new SeenWorlds())->forget($instance, $world);
        rename("{$folder}/{$world}", "{$folder}/{$name}");
    }

    /** Days for which worlds that were put away are kept. */
    public const AWAY = 30;

    /** Takes a world out of the folder, to where it is kept. */
    public function away(Instance $instance, string $world): void
    {
        Tasks::refuseWhilePlayed($instance);
        isset($this->of($instance)[$world]) || throw Refusal::notFound("There is no world {$world} here any more. Nothing was changed.");
        $folder = (new Folder($instance))->live((string) ($this->game->worlds['folder'] ?? ''));
        is_link($folder) &&
            throw Refusal::conflict(basename($folder).' is a link to another place, so nothing in it is put away from here.');
        File::ensureDirectoryExists(self::place($instance));
        (new SeenWorlds())->forget($instance, $world);
        rename("{$folder}/{$world}", self::place($instance).'/'.now()->timestamp." {$world}");
    }

    /** @return array<string, array{name: string, at: int}> key => a world that was put away, the last first */
    public function put(Instance $instance): array
    {
        $put = [];
        foreach (array_reverse(glob(self::place($instance).'/*', GLOB_ONLYDIR) ?: []) as $folder) {
            if (preg_match('/^(\d{10}) (.+)$/Ds', basename($folder), $part) === 1) {
                $put[hash('xxh3', basename($folder))] = ['name' => mb_scrub($part[2]), 'at' => (int) $part[1]];
            }
        }

        return $put;
    }

    /** Brings one back, under another name where its own is taken. */
    public function back(Instance $instance, string $key): string
    {
        Tasks::refuseWhilePlayed($instance);
        $folder = (new Folder($instance))->live((string) ($this->game->worlds['folder'] ?? ''));
        foreach (glob(self::place($instance).'/*', GLOB_ONLYDIR) ?: [] as $away) {
            if (hash('xxh3', basename($away)) === $key) {
                $world = substr(basename($away), 11);
                for ($name = $world, $n = 2; @lstat("{$folder}/{$name}") !== false; $n++) {
                    $name = "{$world} {$n}";
                }
                File::ensureDirectoryExists($folder);
                rename($away, "{$folder}/{$name}");

                return mb_scrub($name);
            }
        }
        throw Refusal::notFound('That world is not kept any more. Nothing was changed.');
    }

    /** Erases those that were put away longer ago than they are kept. */
    public static function eraseOld(): void
    {
        foreach (glob(config('stasimon.var').'/instances/*/away/*', GLOB_ONLYDIR) ?: [] as $away) {
            if ((int) basename($away) < (int) now()->subDays(self::AWAY)->timestamp) {
                File::deleteDirectory($away);
            }
        }
    }

    private static function place(Instance $instance): string
    {
        return config('stasimon.var')."/instances/{$instance->id}/away";
    }

    /**
     * Which worlds may not load any more with a line-up.
     *
     * @param  array<string, string>  $versions  package id => version
     * @return array<string, list<string>> name of the world => ids of mods that it was saved with and that are missing
     */
    public function atRisk(Instance $instance, array $versions): array
    {
        $gone = fn (array $mods): array => array_map(strval(...), array_keys(array_diff_key($mods, $versions)));

        return array_filter(array_map($gone, $this->of($instance)));
    }
}
