<?php

declare(strict_types=1);

namespace App\View;

use App\Instances\LineUp;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Explain\Contest;
use Stasimon\Core\Explain\Demand;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Selected;

/** What the page of a draft says: how it would change the line-up, or why it has none. */
final readonly class DraftPage
{
    public Changes $changes;

    public function __construct(private LineUp $lineUp, private string $instance)
    {
        $this->changes = $lineUp->changes();
    }

    public function title(string $id): string
    {
        return $this->lineUp->catalogue->package($id)?->title() ?? $id;
    }

    /** "Fogbank and Brightwork cannot be in Lamplight like this" */
    public function refusal(): string
    {
        $titles = [];
        foreach ($this->lineUp->impossible->blame ?? [] as $index) {
            if ($index >= Plan::BASE) {
                $titles[] = $this->title($this->lineUp->plan->wants[$index - Plan::BASE]->id);
            }
        }
        $titles = array_values(array_unique($titles));

        return $titles === [] ? 'This base cannot stand' : collect($titles)->join(', ', ' and ')." cannot be in {$this->instance} like this";
    }

    /** @return list<RangeChart> of each package that the demands in the explanation do not agree on */
    public function charts(): array
    {
        return array_map(fn (Contest $contest): RangeChart => RangeChart::of($contest, $this->who(...)), $this->lineUp->impossible->contested ?? []);
    }

    private function who(Demand $demand): string
    {
        return match (true) {
            $demand->want === null => "{$this->title($demand->id)} {$demand->version}",
            $demand->want < Plan::BASE => 'this instance',
            default => 'you',
        };
    }

    /** @return list<Selected> what changes first; then by tier and name */
    public function selection(): array
    {
        $tiers = array_map(fn (Kind $kind): string => $kind->value, [Kind::Game, Kind::Runtime, Kind::Loader, Kind::Library]);
        $rank = fn (Selected $one): array => [
            $this->stateOf($one->package->id) === 'stays',
            array_search($one->package->kind->value, $tiers, true) === false ? count($tiers) : array_search($one->package->kind->value, $tiers, true),
            $one->package->title(),
        ];
        $selection = $this->lineUp->resolved->selection ?? [];
        usort($selection, fn (Selected $a, Selected $b): int => $rank($a) <=> $rank($b));

        return $selection;
    }

    /** @return 'comes'|'changes'|'stays' */
    public function stateOf(string $id): string
    {
        return match (true) {
            in_array($id, $this->changes->add, true) => 'comes',
            $this->versionBefore($id) !== null => 'changes',
            default => 'stays',
        };
    }

    public function versionBefore(string $id): ?string
    {
        foreach ($this->changes->change as $change) {
            if ($change->id === $id) {
                return $change->from;
            }
        }

        return null;
    }
}
