<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Drafts\Steps\ChangeBase;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Resolving;
use App\Findings\Seen;
use App\Games\Games;
use App\Games\Taught\Runtime;
use App\Games\Taught\Runtimes;

/** The runtime that the base names is not on this machine, where the game is started by one of those. */
final readonly class RuntimeMissing implements FindingRule
{
    public function __construct(private Games $games, private Runtimes $runtimes, private Resolving $resolving)
    {
    }

    public static function called(): string
    {
        return 'Runtimes that are missing';
    }

    public static function help(): string
    {
        return 'The instance is to run on something that was not found on this machine, so it cannot be launched as it '.
            'is. Another version may be here, or can be installed.';
    }

    public function findings(Seen $seen): array
    {
        $game = $this->games->get($seen->plan->base->game);
        $version = $seen->plan->base->runtimeVersion;
        if ($game->runtimeFound === '' || $this->runtimes->of($game->runtimeFound, $version) !== null) {
            return [];
        }
        $here = array_values(
            array_unique(
                array_map(
                    fn (Runtime $one): string => $one->major(),
                    array_filter(
                        $this->runtimes->all(),
                        fn (Runtime $one): bool => $one->kind === $game->runtimeFound && in_array($one->major(), $game->runtimes, true),
                    ),
                ),
            ),
        );
        $fitting = array_values(
            array_filter($here, fn (string $one): bool => $this->resolving->holds($seen->plan->onRuntime($one), $seen->instance)),
        );

        return [
            new Finding(
                Level::Stops,
                "{$game->runtimeName} {$version} is not on this machine",
                ($here === []
                    ? "No {$game->runtimeName} was found here"
                    : "{$game->runtimeName} ".implode(' and ', $here).(count($here) === 1 ? ' was' : ' were').' found here').
                    ', so the game cannot be started. Debian has it in '.
                    Runtimes::package($game->runtimeFound, $version).
                    '; a folder with one can be named in STASIMON_RUNTIMES.',
                null,
                $fitting === []
                    ? []
                    : [
                        Remedy::step("Use {$game->runtimeName} {$fitting[0]}", $seen->instance, new ChangeBase(runtime: $fitting[0])),
                    ],
            ),
        ];
    }
}
