<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\Store;
use Stasimon\Core\Game\GameDefinition;

/** Carries worlds, configs and what else is the instance's own into what is being built. */
final readonly class OwnFolders
{
    public function __construct(private Store $store, private KeptWorlds $kept)
    {
    }

    /**
     * @return array<string, array<string, string>> folder => how what is in it stood when it was carried over, by path
     *
     * @throws Refusal for what is not kept any more
     */
    public function carry(Instance $instance, LineUp $lineUp, GameDefinition $game, Folder $folder): array
    {
        $once = $lineUp->plan->once;
        $point = $once->restore?->own ? $instance->history()->find($once->restore->point)?->before->task : null;
        $stands = [];
        foreach ($game->own as $own) {
            $isOfBackup = $once->worlds !== 0 && $own === ($game->worlds['folder'] ?? '');
            if ($isOfBackup && $once->world === '') {
                is_link($folder->live($own)) && throw Refusal::conflict(
                    "{$own} is a link to another place, so nothing in it is put back from here. Nothing was changed.",
                );
                $stands[$own] = OwnFiles::stand($folder->live($own));
                $this->kept->lay($instance, $once->worlds, $folder->next($own));

                continue;
            }
            $stands[$own] = $folder->carryOver($own, $point);
            if ($isOfBackup) {
                $this->kept->lay($instance, $once->worlds, $folder->next($own), $once->world);
            }
        }
        foreach ($once->own as $path => $to) {
            if ($to->content !== null && ! $this->store->has($to->content)) {
                throw Refusal::conflict("What is to be in {$path} is not in the store any more. Nothing was changed.");
            }
            $folder->changeOwn((string) $path, $to, $to->content === null ? null : $this->store->path($to->content), $game->own);
        }

        return $stands;
    }
}
