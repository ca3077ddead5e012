<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Models\Instance;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Explain\EitherOr;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Choice;

/** Where one of several would do in a draft: which was taken, and what each other would mean. */
final readonly class Alternatives
{
    /** Others that are worked out for one page. */
    private const MOST = 6;

    public function __construct(private LineUps $lineUps)
    {
    }

    /** @return list<Alternative> those of what comes or changes with the draft, and of what was chosen */
    public function of(Instance $instance): array
    {
        $lineUp = $this->lineUps->lineUp($instance);
        if ($lineUp->resolved === null) {
            return [];
        }
        $versions = $lineUp->resolved->versions();
        $alike = [];
        foreach (EitherOr::all($lineUp->resolved, $lineUp->catalogue, $lineUp->have) as $either) {
            $isNew = array_filter(
                [$either->of, ...$either->taken],
                fn (Package $one): bool => ($lineUp->have[$one->id] ?? null) !== $versions[$one->id],
            );
            if ($isNew !== [] || $either->isChosen) {
                // What is met alike is told once.
                $ids = array_map(fn (Package $one): string => $one->id, [...$either->taken, ...$either->others]);
                $alike[implode(' ', [...$ids, $either->isChosen ? $either->of->id : ''])][] = $either;
            }
        }
        $found = [];
        foreach (array_slice($alike, 0, self::MOST) as $eithers) {
            $others = [];
            foreach (array_slice($eithers[0]->others, 0, self::MOST) as $other) {
                $others[$other->id] = $this->meaning($instance, $lineUp, $eithers[0], $other);
            }
            $found[] = new Alternative($eithers[0], array_map(fn (EitherOr $one): Package => $one->of, $eithers), $others);
        }

        return $found;
    }

    /** @return array{bool, string} whether it can be, and what it would mean */
    private function meaning(Instance $instance, LineUp $lineUp, EitherOr $either, Package $other): array
    {
        $ids = array_map(fn (Package $one): string => $one->id, [...$either->taken, ...$either->others]);
        $plan = $lineUp->plan->choosing(new Choice($either->of->id, $other->id), $ids);
        $from = self::channelFor($other, $plan);
        $with = $this->lineUps->lineUpOf($from === null ? $plan : $plan->allowing($other->id, $from), $instance);
        if ($with->resolved === null) {
            return [$with->isStopped, $with->isStopped ? 'there was no time to work it out' : 'cannot be here with the rest'];
        }
        $changes = Changes::between($lineUp->resolved?->versions() ?? [], $with->resolved->versions());
        $catalogues = [$with->catalogue, $lineUp->catalogue];
        $title = fn (string $id): string => $catalogues[0]->package($id)?->title() ?? ($catalogues[1]->package($id)?->title() ?? $id);
        $brings = array_values(array_diff($changes->add, [$other->id]));
        $moves = array_map(fn (Change $one): string => "{$title($one->id)} {$one->from} → {$one->to}", $changes->change);

        return [true, implode('; ', array_filter([
            $from === null ? '' : "from {$from->value}",
            $brings === [] ? '' : 'brings '.collect($brings)->map($title)->join(', ', ' and '),
            $moves === [] ? '' : 'changes '.implode(', ', $moves),
            $changes->remove === [] ? '' : collect($changes->remove)->map($title)->join(', ', ' and ').' would go',
        ])) ?: 'nothing else changes'];
    }

    /** The channel that has to be allowed for one of which nothing is out yet in what is allowed. */
    public static function channelFor(Package $package, Plan $plan): ?Channel
    {
        foreach ([$plan->channels[$package->id] ?? Channel::Stable, Channel::Beta, Channel::Alpha] as $channel) {
            if (! $package->allowed($channel)->isEmpty()) {
                return $channel === ($plan->channels[$package->id] ?? Channel::Stable) ? null : $channel;
            }
        }

        return null;
    }
}
