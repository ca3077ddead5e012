<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Resolve\Search\BitTable;
use Stasimon\Core\Resolve\Search\Clause;
use Stasimon\Core\Resolve\Search\Deadline;
use Stasimon\Core\Resolve\Search\Search;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Search\Tally;

/** A search in which wants may be given up, so many of them at most; each is met where the earlier ones leave it room. */
final class Wishing
{
    /** @var list<Clause> one for each want */
    private array $facts = [];

    /** @var array<int, string> the package that stands for a want => its set where the want is met */
    private array $met = [];

    /** @var array<int, int> the package that stands for a want => index of the want */
    private array $wants = [];

    private readonly Tally $tally;

    /** @param  list<int>  $hard  indices of the wants that have to hold */
    public function __construct(private readonly Encoding $encoding, array $hard)
    {
        foreach (array_keys($encoding->request->want) as $index) {
            if (in_array($index, $hard, true)) {
                $this->facts[] = $encoding->wantClause($index);

                continue;
            }
            [$switch, $this->facts[]] = $encoding->softWant($index);
            $this->met[$switch] = BitTable::ofSize(1)->of[0];
            $this->wants[$switch] = $index;
        }
        $this->tally = new Tally($this->met, false);
        $encoding->search->trail->tell($this->tally);
    }

    /** How many wants may be given up; to be made smaller only, because what was learned rests on it. */
    public function lose(int $most): void
    {
        $this->tally->most = $most;
    }

    public function search(): Search
    {
        return $this->encoding->search;
    }

    /**
     * @return list<int>|null indices of the wants that hold; null when there is no such set
     *
     * @throws Stopped
     */
    public function solve(?Deadline $deadline): ?array
    {
        $search = $this->encoding->search;
        $search->restart();
        $wishes = array_map(fn (int $switch, string $set): array => [$switch, $set], array_keys($this->met), $this->met);
        if ($search->solve($this->facts, new Decisions($this->encoding, [], true, $wishes), $this->encoding, $deadline) !== null) {
            return null;
        }
        $lost = [];
        foreach ($this->met as $switch => $set) {
            if ($search->trail->domain[$switch] !== $set) {
                $lost[] = $this->wants[$switch];
            }
        }

        return array_values(array_diff(array_keys($this->encoding->request->want), $lost));
    }
}
