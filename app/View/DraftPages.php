<?php

declare(strict_types=1);

namespace App\View;

use App\Disk\Laying;
use App\Drafts\Answer;
use App\Drafts\LineUps;
use App\Drafts\Outcomes;
use App\Findings\Finding;
use App\Findings\Findings;
use App\Findings\Looking;
use App\Games;
use App\Models\Instance;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Place\UnplaceableFile;

/** Gathers what the page of a draft shows. */
final readonly class DraftPages
{
    public function __construct(private LineUps $lineUps, private Outcomes $outcomes, private Looking $looking, private Findings $findings, private Laying $laying, private Games $games)
    {
    }

    /** @return array<string, mixed> what the page shows, by the names that it uses */
    public function of(Instance $instance): array
    {
        $this->outcomes->outcome($instance);
        $lineUp = $this->lineUps->lineUp($instance);
        $before = $after = [];
        if ($instance->draft !== null && $lineUp->resolved !== null) {
            $before = $this->looking->over($instance)->findings();
            try {
                $contested = $this->laying->contested($lineUp, new Placement($this->games->get($lineUp->plan->base->game)));
            } catch (UnplaceableFile) {
                // Applying says so, and which.
                $contested = [];
            }
            $after = $this->findings->after($instance, $lineUp, $contested);
        }

        return [
            'lineUp' => $lineUp,
            'page' => new DraftPage($lineUp, $instance, Finding::without($before, $after), Finding::without($after, $before), array_values(array_udiff($after, Finding::without($after, $before), fn (Finding $a, Finding $b): int => spl_object_id($a) <=> spl_object_id($b)))),
            'told' => $lineUp->told(),
            'givenUp' => $instance->draft !== null && $this->outcomes->outcome($instance)->answer === Answer::GivenUp,
        ];
    }
}
