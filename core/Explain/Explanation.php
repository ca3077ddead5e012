<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Resolve\Clause;
use Stasimon\Core\Resolve\Encoding;
use Stasimon\Core\Resolve\Fact\BeyondChannel;
use Stasimon\Core\Resolve\Fact\Forbidden;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Version\ReleaseSet;

/**
 * A refutation in reading order: the facts in the order in which they bite, each clause that was learned on the way after
 * what it follows from, and the contradiction last.
 */
final class Explanation
{
    /** @var list<Step> */
    private array $steps = [];

    /** @var array<int, int> clause => its step */
    private array $places = [];

    /** @var array<string, int> package and root fact => its step */
    private array $roots = [];

    /** @var array<int, string> what each package can still be */
    private array $domain = [];

    private Encoding $encoding;

    private Wording $wording;

    private function __construct(Refused $refused)
    {
        $this->encoding = $refused->encoding;
        $this->wording = new Wording($refused->encoding);
    }

    /** @return non-empty-list<Step> the last one is the contradiction */
    public static function of(Refused $refused): array
    {
        $self = new self($refused);
        $self->tell($refused->refutation);

        return $self->steps === [] ? [new Step('That cannot be.', [], $refused->refutation)] : $self->steps;
    }

    private function tell(Clause $refutation): void
    {
        $chain = array_reverse($refutation->parents === [] ? [$refutation] : $refutation->parents);
        $this->domain = $this->encoding->search->full;
        $used = [];
        $clash = null;
        while ($chain !== [] && $clash === null) {
            $next = $this->nextUnit($chain);
            if ($next === null) {
                $rooted = $this->applyRoot($chain[0]);
                if ($rooted === []) {
                    array_push($used, $this->place($chain[0]));
                    array_shift($chain);
                }
                array_push($used, ...$rooted);

                continue;
            }
            $clause = $chain[$next];
            array_splice($chain, $next, 1);
            $used[] = $this->place($clause);
            $clash = $this->apply($clause);
        }
        $from = array_values(array_unique($used));
        sort($from);
        if ($clash === null || count($this->steps) > 1) {
            $text = $clash === null ? 'All of that cannot hold at once.' : $this->wording->contradiction(...$clash);
            $this->steps[] = new Step($text, $from, $refutation);
        }
    }

    /**
     * The first clause of the chain that, as things stand, has one literal left, or none.
     *
     * @param  list<Clause>  $chain
     */
    private function nextUnit(array $chain): ?int
    {
        foreach ($chain as $i => $clause) {
            if (count($this->open($clause)) <= 1) {
                return $i;
            }
        }

        return null;
    }

    /** @return list<int> */
    private function open(Clause $clause): array
    {
        $open = [];
        foreach ($clause->literals as $number => $set) {
            if (($this->domain[$number] & $set) !== $this->encoding->search->none[$number]) {
                $open[] = $number;
            }
        }

        return $open;
    }

    /** @return array{int, string, string}|null  the package that is left with nothing, what it was, and what it would have to be */
    private function apply(Clause $clause): ?array
    {
        $open = $this->open($clause);
        if ($open === []) {
            $number = array_key_last($clause->literals);
            foreach ($clause->literals as $candidate => $set) {
                if ((ord($set[0]) & 1) === 0) {
                    $number = $candidate;
                }
            }

            return $number === null ? null : [$number, $this->domain[$number], $clause->literals[$number]];
        }
        $this->domain[$open[0]] &= $clause->literals[$open[0]];

        return null;
    }

    /**
     * States what the request's channels and exclusions take from the packages of a clause that has more than one
     * literal left without them.
     *
     * @return list<int> the steps
     */
    private function applyRoot(Clause $clause): array
    {
        $search = $this->encoding->search;
        $steps = [];
        foreach ($this->open($clause) as $number) {
            $lost = $this->domain[$number] & $clause->literals[$number] & ~$search->root[$number];
            if ($lost === $search->none[$number] || ($this->domain[$number] & $clause->literals[$number] & $search->root[$number]) !== $search->none[$number]) {
                continue;
            }
            array_push($steps, ...$this->rootSteps($number, $lost));
            $this->domain[$number] &= ~$lost;
        }

        return $steps;
    }

    /** @return list<int> */
    private function rootSteps(int $number, string $lost): array
    {
        $package = $this->encoding->packages[$number];
        $size = count($package->releases);
        $channel = $this->encoding->request->channelOf($package->id);
        $lostSet = ReleaseSet::ofBits($size, $lost);
        $beyond = $lostSet->without($package->allowed($channel));
        $forbidden = $lostSet->without($beyond);
        $steps = [];
        foreach ([[$beyond, new BeyondChannel($package, $beyond, $channel)], [$forbidden, new Forbidden($package, $forbidden)]] as [$set, $fact]) {
            if (! $set->isEmpty()) {
                $key = $number.' '.$fact::class.' '.bin2hex($set->bits);
                $this->roots[$key] ??= $this->add(new Clause([$number => $this->encoding->search->full[$number] ^ $set->bits], $fact), []);
                $steps[] = $this->roots[$key];
            }
        }

        return $steps;
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
        $this->steps[] = new Step($this->wording->sentence($clause), $from, $clause);

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
