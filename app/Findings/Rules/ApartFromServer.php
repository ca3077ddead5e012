<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Sharing\Comparing;
use App\Sharing\ServerHalf;
use Stasimon\Core\Share\Difference;

/** An instance and its server's half have come to differ in what both need alike, so that nobody can join. */
final readonly class ApartFromServer implements FindingRule
{
    /** Things that are named. */
    private const NAMED = 4;

    public function __construct(private ServerHalf $servers, private Comparing $comparing)
    {
    }

    public static function called(): string
    {
        return 'Apart from its server';
    }

    public static function help(): string
    {
        return 'Client and server need the same game, loader and content of both sides. One was changed and the other not, so whoever '.
            'joins is turned away.';
    }

    public function findings(Seen $seen): array
    {
        $other = $seen->isDraft ? null : $this->servers->pairOf($seen->instance);
        if ($other === null) {
            return [];
        }
        $there = $this->comparing->other($seen->instance, $other->id);
        $apart = $this->comparing->between($seen->instance, [$there])[0]->apart();
        if ($apart === []) {
            return [];
        }
        $isServer = $seen->instance->serves !== null;
        $server = $isServer ? $seen->instance : $other;
        $named = array_map(
            fn (Difference $one): string => "{$one->title} ".($one->here === '' ? 'is there only' : ($one->there === ''
                ? 'is here only'
                : ($one->isConfig ? 'is not the same' : "{$one->here} here, {$one->there} there"))),
            array_slice($apart, 0, self::NAMED),
        );
        $more = count($apart) - count($named);

        return [
            new Finding(
                Level::Breaks,
                $isServer ? "It and {$other->name} cannot play together" : "Its server, {$other->name}, cannot be joined with it",
                implode('; ', $named).($more > 0 ? "; and {$more} more." : '.'),
                null,
                [
                    new Remedy(
                        $isServer ? "Bring it along with {$other->name}" : 'Bring the server along',
                        'as a draft of the server',
                        'pair.align',
                        [$server->id],
                    ),
                ],
            ),
        ];
    }
}
