<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Resolve\Encoding;
use Stasimon\Core\Resolve\Fact\BeyondChannel;
use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Search\BitTable;
use Stasimon\Core\Resolve\Search\Clause;

/**
 * A refutation in reading order: the facts in the order in which they bite, each clause that was learned on the way after
 * what it follows from, and the contradiction last.
 */
final class Explanation
{
    /** @var list<ReasonStep> */
    private array $steps = [];

    /** @var array<int, int> clause => its step */
    private array $places = [];

    /** @var list<array{int, Clause}> packages in the order in which they were narrowed, and by what */
    private array $narrowings = [];

    /** @var array<int, string> what each package can still be */
    private array $domain = [];

    private Encoding $encoding;

    private Wording $wording;

    private function __construct(private readonly Refused $refused)
    {
        $this->encoding = $refused->encoding;
        $this->wording = new Wording($refused);
    }

    /** @return non-empty-list<ReasonStep> the last one is the contradiction */
    public static function of(Refused $refused): array
    {
        $self = new self($refused);
        $refutation = Smallest::of($refused);
        $self->tell($refutation);

        return $self->steps === [] ? [new ReasonStep('That cannot be.', [], $refutation)] : $self->steps;
    }

    /** Narrows the packages step by step until one has nothing left to be, and tells what led there and nothing else. */
    private function tell(Clause $refutation): void
    {
        $clauses = array_reverse($refutation->parents === [] ? [$refutation] : $refutation->parents);
        // What the person asked for comes first, so that the clash is where the demands meet.
        usort($clauses, fn (Clause $a, Clause $b): int => $b->fact instanceof Wanted <=> $a->fact instanceof Wanted);
        $this->domain = $this->encoding->search->trail->full;
        $clash = $this->narrow($clauses) ?? $refutation;
        $from = array_map($this->place(...), $this->ledTo($clash));
        $from = array_values(array_unique($from));
        sort($from);
        if ($clash === $refutation || count($from) > 1) {
            $this->steps[] = new ReasonStep($this->contradiction($clash), $from, $refutation);
        }
    }

    /**
     * @param  list<Clause>  $clauses
     * @return Clause|null the clause that is violated
     */
    private function narrow(array $clauses): ?Clause
    {
        do {
            $changed = false;
            foreach ($clauses as $clause) {
                $open = $this->open($clause);
                if ($open === []) {
                    return $clause;
                }
                $left = $this->domain[$open[0]] & $clause->literals[$open[0]];
                if (count($open) === 1 && $left !== $this->domain[$open[0]]) {
                    $this->narrowings[] = [$open[0], $clause];
                    $this->domain[$open[0]] = $left;
                    $changed = true;
                }
            }
        } while ($changed);

        return null;
    }

    /** @return list<int> packages of which a clause's releases are still possible */
    private function open(Clause $clause): array
    {
        $open = [];
        foreach ($clause->literals as $number => $set) {
            if (($this->domain[$number] & $set) !== $this->encoding->search->trail->none[$number]) {
                $open[] = $number;
            }
        }

        return $open;
    }

    /** @return list<Clause> the clauses that a violated one rests on, itself last, in the order in which they narrowed */
    private function ledTo(Clause $clash): array
    {
        $touched = $clash->literals;
        $led = [];
        foreach (array_reverse($this->narrowings) as [$package, $clause]) {
            if (isset($touched[$package])) {
                $touched += $clause->literals;
                array_unshift($led, $clause);
            }
        }

        return [...$led, $clash];
    }

    /** Names a package that would have to be two things at once. */
    private function contradiction(Clause $clash): string
    {
        foreach ($clash->literals as $number => $set) {
            if (! BitTable::holdsAbsence($set) || count($clash->literals) === 1) {
                return $this->wording->contradiction($number, $this->domain[$number], $set);
            }
        }
        $number = array_key_last($clash->literals);

        return $number === null
            ? 'Nothing can satisfy that.'
            : $this->wording->contradiction($number, $this->domain[$number], $clash->literals[$number]);
    }

    private function place(Clause $clause): int
    {
        $id = spl_object_id($clause);
        if (! isset($this->places[$id])) {
            $from = $clause->fact !== null ? [] : array_map($this->place(...), $clause->parents);
            $from = array_values(array_unique($from));
            sort($from);
            $this->places[$id] = $this->add($clause, $from);
        }

        return $this->places[$id];
    }

    /** @param  list<int>  $from */
    private function add(Clause $clause, array $from): int
    {
        $this->steps[] = new ReasonStep($this->wording->sentence($clause), $from, $clause);

        return count($this->steps) - 1;
    }

    /** The least stable channel among a fact's releases. */
    public static function leastStable(BeyondChannel $fact): Channel
    {
        $least = Channel::Stable;
        foreach ($fact->releases->positions() as $position) {
            $channel = $fact->package->releases[$position]->channel;
            if (! $least->allows($channel)) {
                $least = $channel;
            }
        }

        return $least;
    }
}
