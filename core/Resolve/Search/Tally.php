<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/**
 * Counts the packages that can no longer be what they were, and refuses more of them than a better line-up has.
 *
 * It is a cardinality constraint whose clauses are made only when they are violated: a clause over the packages counted,
 * at least one of which has to stay.
 */
final class Tally
{
    private int $lost = 0;

    /** @var array<int, true> the packages counted */
    private array $counted = [];

    /**
     * @param  array<int, string>  $kept  package => the values that count as staying; absent for the packages not listed
     * @param  bool  $newcomers  whether a package that is not listed counts when it comes in
     */
    public function __construct(private readonly array $kept, private readonly bool $newcomers, public int $most = PHP_INT_MAX)
    {
    }

    /** Counts what the request itself rules out, and nothing else. */
    public function restart(Trail $trail): void
    {
        $this->counted = [];
        foreach ($this->kept as $package => $set) {
            if (($trail->root[$package] & $set) === $trail->none[$package]) {
                $this->counted[$package] = true;
            }
        }
        $this->lost = count($this->counted);
    }

    public function lost(): int
    {
        return $this->lost;
    }

    private function staying(int $package, string $domain): string
    {
        $kept = $this->kept[$package] ?? null;
        if ($kept !== null) {
            return $domain & $kept;
        }

        return $this->newcomers ? $domain & "\1".str_repeat("\0", strlen($domain) - 1) : $domain;
    }

    public function narrowed(int $package, string $to): void
    {
        if (! isset($this->counted[$package]) && trim($this->staying($package, $to), "\0") === '') {
            $this->counted[$package] = true;
            $this->lost++;
        }
    }

    public function widened(int $package, string $to): void
    {
        if (isset($this->counted[$package]) && trim($this->staying($package, $to), "\0") !== '') {
            unset($this->counted[$package]);
            $this->lost--;
        }
    }

    /** @return array<int, string>|null  the literals of the clause that is violated */
    public function violated(Trail $trail): ?array
    {
        if ($this->lost <= $this->most) {
            return null;
        }
        $literals = [];
        foreach (array_keys($this->counted) as $package) {
            $literals[$package] = $this->staying($package, $trail->full[$package]);
        }

        return $literals;
    }
}
