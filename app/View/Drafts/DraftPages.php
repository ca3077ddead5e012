<?php

declare(strict_types=1);

namespace App\View\Drafts;

use App\Disk\InTheWay;
use App\Disk\Laying;
use App\Drafts\Answer;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Findings\Finding;
use App\Findings\Findings;
use App\Findings\Looking;
use App\Games\Games;
use App\Models\Instance;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Place\UnplaceableFile;
use Stasimon\Core\Resolve\Selected;

/** Gathers what the page of a draft shows. */
final readonly class DraftPages
{
    public function __construct(
        private LineUps $lineUps,
        private Outcomes $outcomes,
        private Looking $looking,
        private Findings $findings,
        private Laying $laying,
        private InTheWay $inTheWay,
        private Games $games,
    ) {
    }

    /** @return array<string, mixed> what the page shows, by the names that it uses */
    public function of(Instance $instance): array
    {
        $this->outcomes->outcome($instance);
        $lineUp = $this->lineUps->lineUp($instance);
        $before = $after = $inTheWay = [];
        if ($instance->draft !== null && $lineUp->resolved !== null) {
            $before = $this->looking->over($instance)->findings();
            try {
                $placement = new Placement($this->games->get($lineUp->plan->base->game));
                $files = $this->laying->known($lineUp, $placement);
                $titles = array_map(fn (Selected $one): string => $one->package->title(), $lineUp->resolved->selection);
                $ids = array_map(fn (Selected $one): string => $one->package->id, $lineUp->resolved->selection);
                $inTheWay = $this->inTheWay->of($instance, $files, $placement, array_combine($ids, $titles));
            } catch (UnplaceableFile) {
                // Applying says so, and which.
                $files = [];
            }
            $after = $this->findings->after($instance, $lineUp, Laying::contested($files));
        }

        // What a launch has told only a launch can clear; everything else was tested by its rule, on the line-up that the draft leads to.
        $tried = array_values(array_filter($before, fn (Finding $finding): bool => $finding->byLaunch));
        $gone = array_filter(Finding::without($before, $after), fn (Finding $finding): bool => ! $finding->byLaunch);
        $new = array_values(array_filter(Finding::without($after, $before), fn (Finding $finding): bool => ! $finding->byLaunch));
        $staying = array_values(array_filter(Finding::without($after, $new), fn (Finding $finding): bool => ! $finding->byLaunch));

        return [
            'lineUp' => $lineUp,
            'page' => new DraftPage($lineUp, $instance, array_values($gone), $new, $staying, $tried),
            'inTheWay' => $inTheWay,
            'told' => $lineUp->told(),
            'givenUp' => $instance->draft !== null && $this->outcomes->outcome($instance)->answer === Answer::GivenUp,
        ];
    }
}
