<?php

declare(strict_types=1);

namespace App\Games\Taught;

use App\Refusal\Refusal;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Game\Agreement;
use Stasimon\Core\Game\GameDefinition;
use Symfony\Component\Process\ExecutableFinder;

/** What a person has agreed to of games that were taught, and whether that is still what would be run. */
final readonly class Agreements
{
    public function __construct(private Runtimes $runtimes)
    {
    }

    /** What would be run now, with the programs as they are on this machine. */
    public function of(GameDefinition $game): Agreement
    {
        $programs = [];
        foreach ($game->runtimeFound === '' ? [] : $game->runtimes as $version) {
            $runtime = $this->runtimes->of($game->runtimeFound, $version);
            $programs[] = self::program($version, $runtime->program ?? '');
        }
        foreach (array_unique(array_column($game->launch->commands(), 0)) as $name) {
            if (! str_contains($name, '{')) {
                $programs[] = self::program($name, str_contains($name, '/') ? $name : (string) (new ExecutableFinder())->find($name));
            }
        }

        return new Agreement($game, $programs);
    }

    /** @return array{version: string, path: string, sha256: string} with an empty path where there is none */
    private static function program(string $version, string $path): array
    {
        $path = (string) realpath($path);

        return [
            'version' => $version,
            'path' => is_file($path) ? $path : '',
            'sha256' => is_file($path) ? (string) hash_file('sha256', $path) : '',
        ];
    }

    /** Whether it may be run: what comes with Stasimon may, anything else as somebody has agreed to it. */
    public function isGiven(GameDefinition $game): bool
    {
        $row = TaughtGames::row($game->id);

        return $row === null || $row->agreed === $this->of($game)->digest();
    }

    /** @throws Refusal for a game whose commands nobody has agreed to as they would be run now */
    public function require(GameDefinition $game): void
    {
        if (! $this->isGiven($game)) {
            throw Refusal::conflict(
                "Nobody has agreed yet to the command that starts {$game->name}. It stands on the page of the game; look at it there ".
                    'first.',
            );
        }
    }

    /**
     * Lets a game be launched by the very commands that a person has seen.
     *
     * @throws Refusal where they are others by now
     */
    public function give(GameDefinition $game, string $digest): void
    {
        $this->check($game, $digest);
        DB::table('taught_games')
            ->where('id', $game->id)
            ->update(['agreed' => $digest]);
    }

    /** @throws Refusal where a game's commands are not those that a person has seen */
    public function check(GameDefinition $game, string $digest): void
    {
        if (! hash_equals($this->of($game)->digest(), $digest)) {
            throw Refusal::conflict('The command has changed since it was shown. Look at it again; nothing was agreed to.');
        }
    }
}
