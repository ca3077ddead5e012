<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Models\Instance;
use App\Models\LaunchState;

/** An instance that was made beside another one has launched cleanly, so the old one can go out of the way. */
final readonly class MovedOn implements FindingRule
{
    public static function called(): string
    {
        return 'Instances that were moved';
    }

    public static function help(): string
    {
        return 'One of two instances was made of the other, and launches cleanly. The older one can be put away with all '.
            'that is in it, and be brought back.';
    }

    public function findings(Seen $seen): array
    {
        $instance = $seen->instance;
        $findings = [];
        $from =
            $instance->moved_from === null || $instance->lastRehearsal?->state !== LaunchState::Clean
                ? null
                : Instance::query()
                    ->whereNull('put_away_at')
                    ->find($instance->moved_from, ['id', 'name']);
        if ($from !== null) {
            $findings[] = new Finding(
                Level::Info,
                "{$from->name} is still here",
                "This instance was made beside it and launches cleanly. {$from->name} can be put away, with all that is in it, and ".
                    'brought back; after '.
                    Instance::KEPT.
                    ' days you are asked whether it may go.',
                null,
                [self::away($from)],
            );
        }
        $to =
            $instance->getAttribute('moved_to_exists') === false
                ? null
                : $instance
                    ->movedTo()
                    ->with('lastRehearsal')
                    ->get(['id', 'name'])
                    ->first(fn (Instance $to): bool => $to->lastRehearsal?->state === LaunchState::Clean);
        if ($to !== null) {
            $findings[] = new Finding(
                Level::Info,
                "It has launched cleanly as {$to->name}",
                'This one can be put away, with all that is in it, and brought back; after '.
                    Instance::KEPT.
                    ' days you are asked whether it may go.',
                null,
                [self::away($instance)],
            );
        }

        return $findings;
    }

    private static function away(Instance $instance): Remedy
    {
        return new Remedy("Put {$instance->name} away", 'kept as it is', 'instances.put-away', [$instance->id]);
    }
}
