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
use Stasimon\Core\Evidence\RuntimeNeed;

/** Files are built for a newer runtime than there is, whatever the depots say. */
final readonly class RuntimeTooOld implements FindingRule
{
    public function __construct(private Games $games, private Resolving $resolving)
    {
    }

    public static function called(): string
    {
        return 'Runtimes that are too old';
    }

    public static function help(): string
    {
        return 'Files of these releases are built for a newer runtime than the one that was chosen, which cannot read '.
            'them. That was read in the files themselves.';
    }

    public function findings(Seen $seen): array
    {
        $game = $this->games->get($seen->plan->base->game);
        $unmet = array_values(
            array_filter(
                $seen->needs(),
                fn (RuntimeNeed $need): bool => $need->package !== null && $need->least > (int) $seen->plan->base->runtimeVersion,
            ),
        );
        if ($unmet === []) {
            return [];
        }
        $first = $unmet[0];
        $enough = array_values(array_filter($game->runtimes, fn (string $version): bool => (int) $version >= $first->least))[0] ?? null;

        return [
            new Finding(
                Level::Stops,
                count($unmet) === 1
                    ? "{$first->who} needs {$game->runtimeName} {$first->least}"
                    : count($unmet)." releases need a newer {$game->runtimeName} than {$seen->plan->base->runtimeVersion}",
                "A file of {$first->who} is built for {$game->runtimeName} {$first->least} ({$first->witness})".
                    match (count($unmet)) {
                        1 => '',
                        2 => "; so is one of {$unmet[1]->who}",
                        default => '; so are files of '.(count($unmet) - 1).' others',
                    }.
                    ". {$game->runtimeName} {$seen->plan->base->runtimeVersion} does not read it.",
                $first->package,
                $enough !== null && $this->resolving->holds($seen->plan->onRuntime($enough), $seen->instance)
                    ? [
                        Remedy::step("Use {$game->runtimeName} {$enough}", $seen->instance, new ChangeBase(runtime: $enough)),
                    ]
                    : [],
            ),
        ];
    }
}
