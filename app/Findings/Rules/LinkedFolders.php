<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Disk\Folder;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Seen;
use App\Games\Games;

/** A folder of the instance's own is a link to somewhere else. */
final readonly class LinkedFolders implements FindingRule
{
    public function __construct(private Games $games)
    {
    }

    public static function called(): string
    {
        return 'Linked folders';
    }

    public static function help(): string
    {
        return 'A folder of this instance is a link to another place, so what the game writes there is written in that '.
            'place. Other instances may share it.';
    }

    public function findings(Seen $seen): array
    {
        $findings = [];
        foreach ((new Folder($seen->instance))->links($this->games->get($seen->plan->base->game)->own) as $own => [$target, $isThere]) {
            $findings[] = new Finding(
                $isThere ? Level::Info : Level::Look,
                "{$own} is a link",
                "It leads to {$target}".
                    ($isThere ? '' : ', where nothing is').
                    '. It stays a link whatever is applied; what is in it is kept in no restore point, and no mod\'s default is written '.
                    'there.',
            );
        }

        return $findings;
    }
}
