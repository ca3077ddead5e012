<?php

declare(strict_types=1);

namespace App\View\Rehearsals;

use App\Models\Building;
use App\Models\BuildState;
use App\Models\Instance;

/** How building an instance until it launches stands, as a page says it. */
final class BuildingShown
{
    /** What is at work on it just now; nothing once it is over. */
    public static function now(Instance $instance): string
    {
        if ($instance->building?->isOpen() !== true) {
            return '';
        }
        $task = $instance->tasks()->latest('id')->first();

        return $task === null || $task->isOver() ? 'What comes next is being decided.' : "{$task->kind->words()}.";
    }

    /** The class of its verdict's colour. */
    public static function tone(Building $building): string
    {
        return match ($building->state) {
            BuildState::Launches => 'good',
            BuildState::Yours => 'warn',
            BuildState::Open, BuildState::Stopped => '',
        };
    }
}
