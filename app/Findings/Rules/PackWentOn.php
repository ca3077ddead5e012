<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Packs\Packs;
use Stasimon\Core\Pack\UnusablePack;

/** The pack, or the set that goes on, that an instance is of has a newer release here. */
final readonly class PackWentOn implements FindingRule
{
    public function __construct(private Packs $packs)
    {
    }

    public static function called(): string
    {
        return 'Packs and sets that went on';
    }

    public static function help(): string
    {
        return 'What the pack changed is taken over, and what you changed yourself stays. Where both changed the same, yours stays unless '.
            'you say otherwise on the page of the update.';
    }

    public function findings(Seen $seen): array
    {
        $now = $this->packs->releaseOf($seen->instance);
        $latest = $now === null ? null : $this->packs->others($seen->instance)->first();
        // A draft that is of the newer one leads there.
        $meant = $seen->isDraft ? $seen->plan->once->pack : '';
        if ($now === null || $latest === null || $latest->created_at <= $now->created_at || $meant === $latest->id) {
            return [];
        }
        try {
            $notes = $this->packs->of($latest)->notes;
        } catch (UnusablePack) {
            return [];
        }

        return [
            new Finding(
                Level::Look,
                "{$latest->name} went on to {$latest->version}",
                trim("{$seen->instance->name} is of {$now->version}. {$notes}"),
                null,
                [new Remedy('Take over what it changed', 'as a draft', 'pack.take', [$seen->instance->id], ['to' => $latest->id])],
            ),
        ];
    }
}
