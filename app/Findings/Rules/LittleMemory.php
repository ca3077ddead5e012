<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Drafts\Steps\ChangeBase;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\RunsOn;
use App\Findings\Seen;
use App\Games\Games;

/** What the game is given, or what the machine has, may be too little. */
final readonly class LittleMemory implements FindingRule
{
    /** Megabytes that a system wants for itself: common practice, no source. */
    private const SYSTEM = 1_024;

    public function __construct(private Games $games)
    {
    }

    public static function called(): string
    {
        return 'Memory';
    }

    public static function help(): string
    {
        return 'By rule of thumb this many mods want more than the game is given, or than the machine has. Too little may '.
            'end a game in the middle of play.';
    }

    public function findings(Seen $seen): array
    {
        if (! $seen->isDraft && $seen->instance->applied_at === null) {
            return [];
        }
        $advice = $seen->memory();
        $game = $this->games->get($seen->plan->base->game);
        $findings = [];
        if ($seen->plan->base->memory < $advice->least) {
            $choice = $advice->choice($game->memory);
            $findings[] = new Finding(
                Level::Look,
                'The memory may be too little',
                "By rule of thumb: {$advice->sum()}. It is given ".number_format($seen->plan->base->memory).' MB.',
                null,
                $choice->megabytes > $seen->plan->base->memory
                    ? [Remedy::step("Give it {$choice->gigabytes()}", $seen->instance, new ChangeBase(memory: $choice->megabytes))]
                    : [],
            );
        }
        $machine = RunsOn::machine();
        if ($machine !== null && $machine < $seen->plan->base->memory + self::SYSTEM) {
            $findings[] = new Finding(
                Level::Look,
                'This machine has little memory',
                'It has '.
                    number_format($machine).
                    ' MB in all, and the game is to be given '.
                    number_format($seen->plan->base->memory).
                    ' MB. With less than '.
                    number_format(self::SYSTEM).
                    ' MB left for everything else, the system may end the game.',
            );
        }

        return $findings;
    }
}
