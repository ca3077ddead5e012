<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** The versions of one package in ascending order; a position is an index into them. */
final class Timeline
{
    /** @var array<string, int> text of a version => its position */
    private array $positions = [];

    /** @var list<string> */
    private array $texts = [];

    /** @var list<Version> */
    private array $versions = [];

    /**
     * @param  list<string>  $texts  each once; for the sequence scheme oldest first, for the others in any order
     *
     * @throws UnusableVersion
     */
    public function __construct(public readonly Scheme $scheme, array $texts)
    {
        if ($scheme === Scheme::Sequence) {
            $this->texts = $texts;
            $this->positions = array_flip($texts);
            foreach ($texts as $place => $text) {
                $this->versions[] = new Label($place);
            }

            return;
        }
        $versions = array_map($this->version(...), $texts);
        if (! self::ascends($versions)) {
            $order = array_keys($texts);
            usort($order, fn (int $a, int $b): int => $versions[$a]->compare($versions[$b]) ?: strcmp($texts[$a], $texts[$b]));
            $texts = array_map(fn (int $i): string => $texts[$i], $order);
            $versions = array_map(fn (int $i): Version => $versions[$i], $order);
        }
        $this->texts = $texts;
        $this->versions = $versions;
        $this->positions = array_flip($texts);
    }

    /** @param  list<Version>  $versions */
    private static function ascends(array $versions): bool
    {
        for ($i = count($versions) - 1; $i > 0; $i--) {
            if ($versions[$i - 1]->compare($versions[$i]) >= 0) {
                return false;
            }
        }

        return true;
    }

    /** @throws UnusableVersion */
    public function version(string $text): Version
    {
        return match ($this->scheme) {
            Scheme::Semver => Semver::of($text),
            Scheme::Maven => MavenVersion::of($text),
            Scheme::Osgi => OsgiVersion::of($text),
            Scheme::Date => DateVersion::of($text),
            Scheme::Sequence => new Label($this->positions[$text] ?? throw UnusableVersion::unknownLabel($text)),
        };
    }

    /** The version that somebody provides; null for one that cannot be read in this order, which provides nothing. */
    public function provided(string $text): ?Version
    {
        try {
            return $this->version($text);
        } catch (UnusableVersion) {
            return null;
        }
    }

    public function count(): int
    {
        return count($this->texts);
    }

    public function textAt(int $position): string
    {
        return $this->texts[$position];
    }

    /** @return list<string> */
    public function texts(): array
    {
        return $this->texts;
    }

    public function positionOf(string $text): ?int
    {
        return $this->positions[$text] ?? null;
    }

    /** The first position whose version is this one or comes after it; the count when there is none. */
    public function firstFrom(Version $version): int
    {
        return $this->firstBeyond($version, 0);
    }

    /** The first position whose version comes after this one; the count when there is none. */
    public function firstAfter(Version $version): int
    {
        return $this->firstBeyond($version, 1);
    }

    /** @param  int  $least  what comparing has to give: 0 for this version or newer, 1 for newer only */
    private function firstBeyond(Version $version, int $least): int
    {
        $low = 0;
        $high = count($this->versions);
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            if ($this->versions[$middle]->compare($version) >= $least) {
                $high = $middle;
            } else {
                $low = $middle + 1;
            }
        }

        return $low;
    }
}
