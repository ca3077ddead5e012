<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Disk\Folder;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Work\Tasks;
use Stasimon\Core\Game\GameDefinition;

/** The worlds of an instance, and the mods that each was last saved with. */
final readonly class Worlds
{
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
        foreach ((glob((new Folder($instance))->live($where['folder']).'/*/'.$where['file']) ?: []) as $file) {
            if (basename(dirname($file)) === $where['trial'] || ! is_file($file)) {
                continue;
            }
            $document = filesize($file) > 5_000_000 ? null : json_decode((string) file_get_contents($file), true);
            $mods = is_array($document) ? ($document[$where['mods']] ?? []) : [];
            $worlds[mb_scrub(basename(dirname($file)))] = array_filter(is_array($mods) ? $mods : [], is_string(...));
        }

        return $worlds;
    }

    /** @throws Refusal for what is no world here, or a name that is taken */
    public function rename(Instance $instance, string $world, string $name): void
    {
        Tasks::refuseWhilePlayed($instance);
        isset($this->of($instance)[$world]) || throw Refusal::notFound("There is no world {$world} here any more. Nothing was changed.");
        $folder = (new Folder($instance))->live((string) ($this->game->worlds['folder'] ?? ''));
        $name !== ($this->game->worlds['trial'] ?? '') && @lstat("{$folder}/{$name}") === false || throw Refusal::conflict("There is something called {$name} already. Nothing was changed.");
        is_link($folder) && throw Refusal::conflict(basename($folder).' is a link to another place, so nothing in it is renamed from here.');
        rename("{$folder}/{$world}", "{$folder}/{$name}");
    }

    /**
     * Which worlds may not load any more with a line-up.
     *
     * @param  array<string, string>  $versions  package id => version
     * @return array<string, list<string>> name of the world => ids of mods that it was saved with and that are missing
     */
    public function atRisk(Instance $instance, array $versions): array
    {
        return array_filter(array_map(
            fn (array $mods): array => array_map(strval(...), array_keys(array_diff_key($mods, $versions))),
            $this->of($instance),
        ));
    }
}
