<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Overlay;
use Stasimon\Core\Place\Placement;

/** Builds in next/ what an instance is to be: its own carried over, files laid, and what is not ours left where it was. */
final readonly class Building
{
    public function __construct(
        private Games $games,
        private Laying $laying,
        private OwnFolders $own,
        private Inventory $inventory,
        private InTheWay $inTheWay,
        private BaseLayer $base,
    ) {
    }

    /** @return list<LaidFile> which file goes where */
    public function decide(LineUp $lineUp, Task $task): array
    {
        $laid = $this->laying->decide(
            $lineUp,
            new Placement($this->game($lineUp)),
            fn (int $done, int $total) => $task->advance('looking into archives', $done, $total),
        );

        return Overlay::over($laid, $this->base->contents($this->base->of($lineUp->plan)), $lineUp->plan->base->game);
    }

    /** @param  list<LaidFile>  $files */
    public function build(Instance $instance, LineUp $lineUp, array $files, Folder $folder, Task $task): Built
    {
        $game = $this->game($lineUp);
        $placement = new Placement($game);
        $task->advance('placing files', 0, count($files));
        $folder->begin();
        $stands = $this->own->carry($instance, $lineUp, $game, $folder);
        $install = $this->base->of($lineUp->plan);
        // Before anything is laid: what is written into counts as it is now.
        $was = $this->inventory->ours($instance);
        $inTheWay = $this->inTheWay->of($instance, $files, $placement, $this->titles($instance, $lineUp));
        $laid = $this->laying->lay($instance, $files, $placement, $folder);
        $this->base->lay($install, $files, $was, $game, $folder);
        $carrying = new Carrying($folder, $game->own);
        $carried = $carrying->over($was, $lineUp->plan->once->out);

        return new Built($laid, $stands, $this->reasons($inTheWay, $lineUp->plan->once->out), $was, $carrying, $carried, $install);
    }

    private function game(LineUp $lineUp): GameDefinition
    {
        return $this->games->get($lineUp->plan->base->game);
    }

    /** @return array<string, string> package => what it is called, of what is there and of what comes */
    private function titles(Instance $instance, LineUp $lineUp): array
    {
        $titles = $instance->placed->pluck('name', 'package_id')->all();
        foreach ($lineUp->resolved->selection ?? [] as $selected) {
            $titles[$selected->package->id] = $selected->package->title();
        }

        return $titles;
    }

    /**
     * @param  list<Displaced>  $inTheWay
     * @param  array<string, string>  $out  paths as text that a person takes out
     * @return array<string, string> path as text => why it has to make room
     */
    private function reasons(array $inTheWay, array $out): array
    {
        $reasons = array_fill_keys($out, 'You took it out.');
        foreach ($inTheWay as $one) {
            $reasons[mb_scrub($one->path)] = $one->why;
        }

        return $reasons;
    }
}
