<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** A set of versions as its author wrote it: alternatives, each a list of bounds that all have to hold. */
final readonly class Range
{
    /**
     * @param  list<list<Bound>>  $alternatives  an alternative without bounds admits everything
     * @param  string  $instead  the words for it where the bounds are not to be had
     */
    public function __construct(private array $alternatives, private string $instead = '')
    {
    }

    /** A text that cannot be read as a range of the package that it names: it admits nothing. */
    public static function unreadable(string $text, bool $namesUnknownVersion): self
    {
        return new self([], "“{$text}” (".($namesUnknownVersion ? 'which names no version of it' : 'which is not a range').')');
    }

    public function isReadable(): bool
    {
        return $this->instead === '';
    }

    public function admits(Version $version): bool
    {
        foreach ($this->alternatives as $bounds) {
            foreach ($bounds as $bound) {
                if (! $bound->admits($version)) {
                    continue 2;
                }
            }

            return true;
        }

        return false;
    }

    /** "0.16 or newer and below 0.17"; nothing when it admits everything. */
    public function words(): string
    {
        if (! $this->isReadable()) {
            return $this->instead;
        }
        $alternatives = [];
        foreach ($this->alternatives as $bounds) {
            if ($bounds === []) {
                return '';
            }
            $alternatives[] = implode(' and ', array_map(fn (Bound $bound): string => $bound->words(), $bounds));
        }

        return implode(', or ', $alternatives);
    }

    /** The releases on a timeline that this range admits. */
    public function over(Timeline $timeline): ReleaseSet
    {
        $runs = [];
        foreach ($this->alternatives as $bounds) {
            $first = 0;
            $end = $timeline->count();
            foreach ($bounds as $bound) {
                [$from, $to] = $bound->span($timeline);
                $first = max($first, $from);
                $end = min($end, $to);
            }
            if ($first < $end) {
                $runs[] = [$first, $end - 1];
            }
        }

        return ReleaseSet::ofRuns($timeline->count(), $runs);
    }
}
