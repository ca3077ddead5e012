<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** A version in a semver range, of which the later parts may be left open: "1", "1.2", "1.x". */
final readonly class PartialVersion
{
    /**
     * @param  list<string>  $numbers  the parts that are given
     * @param  list<string>  $pre
     */
    private function __construct(private array $numbers, private array $pre, private bool $open)
    {
    }

    /**
     * @param  string  $numbers  digits, "x", "X" or "*", joined by dots; what follows the first open part does not count
     * @param  string  $pre  pre-release identifiers joined by dots, or nothing
     */
    public static function of(string $numbers, string $pre): self
    {
        $given = [];
        $parts = explode('.', $numbers);
        foreach ($parts as $part) {
            if (! ctype_digit($part)) {
                return new self($given, [], true);
            }
            $given[] = $part;
        }

        return new self($given, $pre === '' ? [] : explode('.', $pre), count($parts) < 3 && $pre === '');
    }

    public function isAny(): bool
    {
        return $this->numbers === [];
    }

    public function isWhole(): bool
    {
        return ! $this->open;
    }

    public function isPre(): bool
    {
        return $this->pre !== [];
    }

    public function given(): int
    {
        return count($this->numbers);
    }

    /** How many of the first two parts are a given 0, counted from the left: what "^" may not change, less one. */
    public function leadingZeros(): int
    {
        $zeros = 0;
        while ($zeros < min(2, $this->given() - 1) && ltrim($this->numbers[$zeros], '0') === '') {
            $zeros++;
        }

        return $zeros;
    }

    /** As it is written, without what is open. */
    public function text(): string
    {
        return implode('.', $this->numbers).($this->pre === [] ? '' : '-'.implode('.', $this->pre));
    }

    public function nextText(?int $shared = null): string
    {
        return implode('.', $this->nextNumbers($shared));
    }

    /** This version with 0 for what is open. */
    public function lowest(): Semver
    {
        return Semver::from($this->numbers, $this->pre);
    }

    /** The lowest of all that begins with these numbers, pre-releases included. */
    public function floor(): Semver
    {
        return Semver::from($this->numbers, ['0']);
    }

    /** The lowest of all that comes after everything that shares the first so many of these numbers. */
    public function next(?int $shared = null): Semver
    {
        return Semver::from($this->nextNumbers($shared), ['0']);
    }

    /** @return non-empty-list<string> */
    private function nextNumbers(?int $shared): array
    {
        $numbers = array_slice($this->numbers, 0, $shared ?? max(1, $this->given()));
        $last = array_pop($numbers) ?? '0';

        return [...$numbers, bcadd(ctype_digit($last) ? $last : '0', '1')];
    }
}
