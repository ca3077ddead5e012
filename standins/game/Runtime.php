<?php

declare(strict_types=1);

namespace Standins\Game;

/** What the game runs on, and how that words what goes wrong. */
interface Runtime
{
    /** @return list<string> what it prints instead of starting the game; nothing where it starts */
    public function refuses(string $gameVersion): array;

    /** @return list<string> what it throws where it cannot load what a mod holds */
    public function cannotLoad(ModFile $mod): array;

    /**
     * @param  array<string, ModFile>  $mods
     * @param  string  $side  client or server
     * @return list<string> what it throws where something that a mod calls is not there
     */
    public function cannotLink(ModFile $mod, array $mods, string $side): array;

    /** @return list<string> what it throws when there is no memory left */
    public function outOfMemory(ModFile $mod): array;

    /** @return list<string> what it throws when a mod uses something that it has not got */
    public function nothingThere(ModFile $mod): array;

    /** @return list<string> what it throws when calls do not end */
    public function endless(string $game): array;

    /**
     * @param  string  $library  native code
     * @return array{list<string>, int} what it prints when native code fails, and the exit code
     */
    public function nativeCrash(ModFile $mod, string $library): array;

    /** @return list<string> frames of a mod's code, called by the game's */
    public function frames(ModFile $mod, string $method): array;

    /**
     * @param  array<string, array{ModFile, string}>  $waiting  thread => the mod whose code waits, and for what
     * @return list<string> what its threads are at, as it prints when it is asked
     */
    public function threads(array $waiting): array;
}
