<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Encoding;
use Stasimon\Core\Resolve\Fact\BeyondChannel;
use Stasimon\Core\Resolve\Fact\Broken;
use Stasimon\Core\Resolve\Fact\Forbidden;
use Stasimon\Core\Resolve\Fact\Needed;
use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Search\BitTable;
use Stasimon\Core\Resolve\Search\Clause;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Syntax;

/** Puts clauses and sets of releases into sentences. */
final readonly class Wording
{
    private Encoding $encoding;

    public function __construct(private Refused $refused)
    {
        $this->encoding = $refused->encoding;
    }

    public function sentence(Clause $clause): string
    {
        $fact = $clause->fact;

        return match (true) {
            $fact instanceof Wanted => $this->wanted($fact),
            $fact instanceof Needed => $this->needed($fact),
            $fact instanceof Broken => $this->broken($fact, $clause),
            $fact instanceof Forbidden => ucfirst($this->releases($fact->package, $fact->releases)).' is ruled out here.',
            $fact instanceof BeyondChannel => $this->beyondChannel($fact),
            default => $this->derived($clause),
        };
    }

    private function wanted(Wanted $fact): string
    {
        $want = $this->refused->request->want[$fact->index];
        $target = new Target($want->id, $want->range);

        return "You asked for {$this->target($target, $want->syntax)}{$this->missing($target, $want->syntax)}.";
    }

    private function needed(Needed $fact): string
    {
        $alternatives = array_map(
            fn (Target $target): string => $this->target($target, $fact->package->syntax).$this->missing($target, $fact->package->syntax),
            $fact->need->alternatives,
        );

        return ucfirst($this->releases($fact->package, $fact->releases)).
            ($fact->need->isExtension ? ' extends ' : ' needs ').
            implode(', or ', $alternatives).
            $this->chosen($fact).
            '.';
    }

    private function chosen(Needed $fact): string
    {
        $meeting = count($fact->need->alternatives) > 1 ? $this->encoding->meeting($fact->need, $fact->package) : [];
        foreach ($this->encoding->choices as $choice) {
            $number = $choice->of === $fact->package->id ? $this->encoding->numberOf($choice->take) : null;
            if ($number !== null && isset($meeting[$number])) {
                return ", and you chose {$this->encoding->packages[$number]->title()} for it";
            }
        }

        return '';
    }

    private function broken(Broken $fact, Clause $clause): string
    {
        $why = $fact->breakage->why === '' ? '' : " ({$fact->breakage->why})";
        $others = [];
        foreach ($clause->literals as $number => $set) {
            $package = $this->encoding->packages[$number];
            if ($package !== $fact->package && $package->id !== $fact->breakage->target->id) {
                $others[] = $this->releases($package, $this->complement($number, $set));
            }
        }
        $other =
            $others === []
                ? $this->target($fact->breakage->target, $fact->package->syntax)
                : $others[0].", which stands for {$fact->breakage->target->id}";

        return ucfirst($this->releases($fact->package, $fact->releases))." cannot stand with {$other}{$why}.";
    }

    private function beyondChannel(BeyondChannel $fact): string
    {
        $only =
            $fact->allowed === Channel::Stable
                ? 'only stable releases are allowed'
                : "nothing less stable than {$fact->allowed->value} is allowed";

        return ucfirst($this->releases($fact->package, $fact->releases))." is not stable, and {$only}.";
    }

    /** What follows from earlier steps: conditions, and what they lead to. */
    private function derived(Clause $clause): string
    {
        $conditions = $consequences = [];
        foreach ($clause->literals as $number => $set) {
            $package = $this->encoding->packages[$number];
            if (BitTable::holdsAbsence($set)) {
                $conditions[] = $this->releases($package, $this->complement($number, $set));
            } else {
                $consequences[] = trim(
                    $package->title().' '.$this->span($package, ReleaseSet::ofBits(count($package->releases), $set)),
                );
            }
        }

        return match (true) {
            $conditions === [] && $consequences === [] => 'That cannot be.',
            $conditions === [] && count($consequences) === 1 => "So it has to be {$consequences[0]}.",
            $conditions === [] => 'So one of these has to be there: '.implode(', or ', $consequences).'.',
            $consequences === [] && count($conditions) === 1 => "So {$conditions[0]} cannot be used.",
            $consequences === [] => 'So '.self::join($conditions).' cannot stand together.',
            default => 'So '.
                self::join($conditions).
                (count($conditions) === 1 ? ' needs ' : ' together need ').
                implode(', or ', $consequences).
                '.',
        };
    }

    /** "Oakum API cannot be 1.5.0 or newer and below 1.5 at once." */
    public function contradiction(int $number, string $domain, string $set): string
    {
        $package = $this->encoding->packages[$number];
        $title = ucfirst($package->title());
        $size = count($package->releases);
        $here = ReleaseSet::ofBits($size, $domain);
        $there = ReleaseSet::ofBits($size, $set);
        if (BitTable::holdsAbsence($domain)) {
            return $there->isEmpty() || $here->isEmpty()
                ? "So {$package->title()} is needed, and no release of it can be used."
                : "{$title} is needed as {$this->span($package, $there)}, and none of those can be used.";
        }
        if ($there->isEmpty()) {
            return "{$title} is needed and ruled out at once.";
        }

        if (count($here->runs()) > 1 || count($there->runs()) > 1) {
            // With "or" in either, one sentence could be read in two ways.
            $one = fn (ReleaseSet $set): string => (count($set->runs()) > 1 ? 'one of ' : '').
                preg_replace('/ or (?!newer|older)/', ', ', $this->span($package, $set));

            return "{$title} would have to be {$one($here)}; and also {$one($there)}. No release of it is both.";
        }

        return "{$title} cannot be {$this->span($package, $here)} and {$this->span($package, $there)} at once.";
    }

    private function complement(int $number, string $set): ReleaseSet
    {
        return ReleaseSet::ofBits(
            count($this->encoding->packages[$number]->releases),
            $set ^ $this->encoding->search->trail->full[$number],
        );
    }

    private function target(Target $target, Syntax $syntax): string
    {
        $package = $this->encoding->find($target->id) ?? new Package($target->id, Kind::Library, []);

        return trim($package->title().' '.$package->range($target->range, $syntax)->words());
    }

    private function missing(Target $target, Syntax $syntax): string
    {
        if ($this->encoding->options($target, $syntax) !== []) {
            return '';
        }

        return $this->encoding->find($target->id) === null ? ', which no depot has' : ', and there is no such release';
    }

    /** "Fogbank 2.1.0", "every Fogbank from 2.0.0 to 2.4.0", "every Fogbank". */
    public function releases(Package $package, ReleaseSet $set): string
    {
        $runs = $set->runs();
        if ($set->isAll() && count($package->releases) > 1) {
            return 'every '.$package->title();
        }
        if (count($runs) === 1 && $runs[0][0] === $runs[0][1]) {
            return $package->title().' '.$package->releases[$runs[0][0]]->version;
        }

        return 'every '.
            $package->title().
            ' '.
            implode(
                ' and ',
                array_map(
                    fn (array $run): string => $run[0] === $run[1]
                        ? $package->releases[$run[0]]->version
                        : "from {$package->releases[$run[0]]->version} to {$package->releases[$run[1]]->version}",
                    $runs,
                ),
            );
    }

    /** "1.5.0 or newer", "1.2.0 to 1.4.0", "2.0.0"; nothing for every release. */
    public function span(Package $package, ReleaseSet $set): string
    {
        if ($set->isAll()) {
            return '';
        }
        $last = count($package->releases) - 1;

        return implode(
            ' or ',
            array_map(function (array $run) use ($package, $last): string {
                $from = $package->releases[$run[0]]->version;
                $to = $package->releases[$run[1]]->version;

                return match (true) {
                    $run[0] === $run[1] => $from,
                    $run[1] === $last => "{$from} or newer",
                    $run[0] === 0 => "{$to} or older",
                    default => "{$from} to {$to}",
                };
            }, $set->runs()),
        );
    }

    /** @param  list<string>  $parts */
    private static function join(array $parts): string
    {
        $last = array_pop($parts);

        return $parts === [] ? (string) $last : implode(', ', $parts).' and '.$last;
    }
}
