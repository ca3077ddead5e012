<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Following;

/** How many of some packages have followed to a version of a game, in days since it was there. */
final readonly class Forecast
{
    /**
     * @param  int  $total  how many there are
     * @param  int  $age  days since the version was there
     * @param  list<int>  $had  the day of each that has followed, ascending
     * @param  list<int>  $early  the day of each that is expected, at its quickest, ascending
     * @param  list<int>  $late  the same at its slowest
     * @param  int  $never  how many are not expected: they never followed to anything, or nobody is at them any more
     */
    public function __construct(
        public int $total,
        public int $age,
        public array $had,
        public array $early,
        public array $late,
        public int $never,
    ) {
    }

    /** The last day that is of interest. */
    public function end(): int
    {
        return max($this->age, ...$this->late, ...$this->early, ...[1]);
    }

    /** What is to be said of it in a sentence. */
    public function words(): string
    {
        $missing = $this->total - count($this->had);
        $first = $this->early === [] ? null : $this->early[count($this->early) - 1] - $this->age;
        $last = $this->late === [] ? null : $this->late[count($this->late) - 1] - $this->age;

        return match (true) {
            $missing === 0 => 'All of them have followed.',
            $first === null || $last === null => "{$missing} ".
                ($missing === 1 ? 'has' : 'have').
                ' not followed, and nothing says that '.
                ($missing === 1 ? 'it' : 'they').
                ' will.',
            default => ($this->never === 0 ? 'The others' : count($this->early).' of the other '.$missing).
                ' would be there, at their usual pace, '.
                self::days($first, $last).
                ($this->never === 0 ? '.' : "; {$this->never} may never be."),
        };
    }

    private static function days(int $first, int $last): string
    {
        return match (true) {
            $last <= 0 => 'any day now',
            $first <= 0 => "within {$last} ".($last === 1 ? 'day' : 'days'),
            $first === $last => "in {$last} days",
            default => "in {$first} to {$last} days",
        };
    }
}
