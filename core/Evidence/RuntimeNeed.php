<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

use Stasimon\Core\Game\GameDefinition;

/** What one part of an instance needs of the runtime, and what shows it. */
final readonly class RuntimeNeed
{
    /**
     * @param  string  $who  "Fogbank 2.1.0"
     * @param  int  $least  the oldest runtime that will do
     * @param  string  $witness  "fog/Bank.class, level 65"
     * @param  string|null  $package  whose need it is; null for the game's
     */
    private function __construct(public string $who, public int $least, public string $witness, public ?string $package)
    {
    }

    public static function ofGame(GameDefinition $game, string $version): self
    {
        $known = $game->version($version);
        preg_match('/>=?\s*(\d+)/', $known->runtimeRange ?? '', $least);

        return new self("{$game->name} {$version}", (int) ($least[1] ?? 0), 'its definition: '.($known->runtimeWords ?? 'any'), null);
    }

    /** Null where its file says nothing of a runtime. */
    public static function ofFacts(string $package, string $who, ArchiveFacts $facts): ?self
    {
        return match (true) {
            $facts->level > 0 => new self($who, ClassLevel::javaFor($facts->level), "{$facts->witness}, level {$facts->level}", $package),
            $facts->framework > 0 => new self($who, $facts->framework, "{$facts->assembly}, made for .NET {$facts->framework}", $package),
            default => null,
        };
    }
}
