<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Disk\Folder;
use App\Models\Instance;
use App\Refusal\Refusal;
use Stasimon\Core\Game\GameDefinition;

/** The world that a rehearsal opens and writes into, and that is nobody's. */
final class TrialWorld
{
    /** @throws Refusal where a person has one that is called like it */
    public static function claim(Instance $instance, GameDefinition $game): void
    {
        ['folder' => $folder, 'trial' => $trial] = $game->worlds ?? ['folder' => '', 'trial' => ''];
        if ($trial === '' || $instance->trial_made) {
            return;
        }
        if (@lstat((new Folder($instance))->live("{$folder}/{$trial}")) !== false) {
            throw Refusal::conflict(
                "A world of yours is called \"{$trial}\", and so is the one that a rehearsal opens and writes into. Give yours another ".
                    'name on Worlds first; nothing was begun.',
            );
        }
        $instance->update(['trial_made' => true]);
    }
}
