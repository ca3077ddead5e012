<?php

declare(strict_types=1);

namespace App\Rehearsals\Play;

use App\Disk\BaseLayer;
use App\Disk\Folder;
use App\Disk\OwnFiles;
use App\Disk\Rubbish;
use App\Games\Games;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Worlds\Worlds;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Game\GameDefinition;

/** Where a game is played without loader and mods. What it saves there is its own from then on, and no apply comes near it. */
final readonly class PlainFolder
{
    public function __construct(private Games $games, private BaseLayer $base)
    {
    }

    /** Whether there is anything to play without the loader. */
    public function isPossible(Instance $instance): bool
    {
        return $this->games->get($instance->plan->base->game)->launch->alone;
    }

    /** @return list<string> the worlds that are there */
    public function worlds(Instance $instance): array
    {
        $game = $this->games->get($instance->plan->base->game);
        $found = $game->worlds === null ? [] : glob((new Folder($instance))->plain($game->worlds['folder']).'/*', GLOB_ONLYDIR);

        return array_map(fn (string $folder): string => mb_scrub(basename($folder)), $found ?: []);
    }

    /**
     * @param  string  $world  of the instance, of which a copy is to be there; nothing for none
     *
     * @throws Refusal for one that is not there, or whose name is taken
     */
    public function check(Instance $instance, string $world): void
    {
        $game = $this->games->get($instance->plan->base->game);
        if (! $game->launch->alone) {
            throw Refusal::conflict("{$game->name} is started by its loader, so there is nothing to play without it.");
        }
        if ($world === '') {
            return;
        }
        if (! isset((new Worlds($game))->of($instance)[$world])) {
            throw Refusal::notFound("There is no world {$world} here any more. Nothing was started.");
        }
        if (@lstat($this->ways($instance, $game, $world)[1]) !== false) {
            throw Refusal::conflict("Without mods there is a world {$world} already, which stays as it is. Play without a copy of it.");
        }
    }

    /** Has all there that it starts with, and says where that is. */
    public function prepare(Instance $instance, string $world): string
    {
        $folder = new Folder($instance);
        $game = $this->games->get($instance->plan->base->game);
        File::ensureDirectoryExists($folder->plain());
        $this->base->layPlain($instance, $folder, $game);
        if ($world !== '') {
            $this->check($instance, $world);
            [$from, $to] = $this->ways($instance, $game, $world);
            // Under another name until it is whole.
            Rubbish::erase($folder->plain('.coming'));
            OwnFiles::copy($from, $folder->plain('.coming'), OwnFiles::stand($from));
            File::ensureDirectoryExists(dirname($to));
            rename($folder->plain('.coming'), $to) || throw FullDisk::writing($world);
        }

        return $folder->plain();
    }

    /** @return array{string, string} where a world is, and where its copy would be */
    private function ways(Instance $instance, GameDefinition $game, string $world): array
    {
        $folder = new Folder($instance);
        $path = ($game->worlds['folder'] ?? '')."/{$world}";

        return [$folder->live($path), $folder->plain($path)];
    }
}
