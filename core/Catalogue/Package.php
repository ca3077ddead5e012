<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Stasimon\Core\Version\DateVersion;
use Stasimon\Core\Version\Range;
use Stasimon\Core\Version\RangeReader;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Semver;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use Stasimon\Core\Version\UnusableVersion;

/** Anything with releases that can be selected. A position is an index into its releases, oldest first. */
final class Package
{
    public readonly Timeline $timeline;

    /** @var list<Release> */
    public readonly array $releases;

    /** @var array<string, Range> */
    private array $ranges = [];

    /** @var array<string, ReleaseSet> */
    private array $sets = [];

    /** false before it was looked for */
    private ReleaseSet|false|null $avoided = false;

    /** @var array<string, ReleaseSet> channel => its releases and those of more stable ones */
    private array $allowed = [];

    /**
     * @param  list<Release>  $releases  each version once; for the sequence scheme oldest first, otherwise in any order
     * @param  list<string>  $understudies  ids of packages that can take this one's place
     *
     * @throws UnusableVersion
     */
    public function __construct(
        public readonly string $id,
        public readonly Kind $kind,
        array $releases,
        public readonly Scheme $scheme = Scheme::Semver,
        public readonly Syntax $syntax = Syntax::Comparator,
        public readonly string $name = '',
        public readonly array $understudies = [],
    ) {
        $texts = array_map(fn (Release $release): string => $release->version, $releases);
        $this->timeline = new Timeline($scheme, $texts);
        if ($this->timeline->texts() === $texts) {
            $this->releases = $releases;

            return;
        }
        $byVersion = [];
        foreach ($releases as $release) {
            $byVersion['v'.$release->version] = $release;
        }
        $this->releases = array_map(fn (string $text): Release => $byVersion['v'.$text], $this->timeline->texts());
    }

    /** The same package with one more release. */
    public function with(Release $release): self
    {
        return new self(
            $this->id,
            $this->kind,
            [...$this->releases, $release],
            $this->scheme,
            $this->syntax,
            $this->name,
            $this->understudies,
        );
    }

    /** The same package, of which some releases are taken only where no other one will do. */
    public function avoiding(ReleaseSet $avoid): self
    {
        $same = clone $this;
        $same->avoided = $avoid->isEmpty() ? null : $avoid;

        return $same;
    }

    /**
     * The same package, of which some releases cannot stand beside what others say of them.
     *
     * @param  list<array{ReleaseSet, list<Breakage>}>  $apart
     */
    public function apart(array $apart): self
    {
        $releases = $this->releases;
        foreach ($apart as [$set, $breakages]) {
            foreach ($set->positions() as $position) {
                $releases[$position] = $releases[$position]->apart(...$breakages);
            }
        }

        return new self(
            $this->id,
            $this->kind,
            array_values($releases),
            $this->scheme,
            $this->syntax,
            $this->name,
            $this->understudies,
        );
    }

    /** The same package with one of its releases alone. */
    public function only(Release $release): self
    {
        return new self($this->id, $this->kind, [$release], $this->scheme, $this->syntax, $this->name, $this->understudies);
    }

    /** What people call it. */
    public function title(): string
    {
        return $this->name === '' ? $this->id : $this->name;
    }

    public function positionOf(string $version): ?int
    {
        return $this->timeline->positionOf($version);
    }

    public function release(string $version): ?Release
    {
        $position = $this->positionOf($version);

        return $position === null ? null : $this->releases[$position];
    }

    /** The range, in comparator syntax, that admits this version and no other. */
    public function exactly(string $version): string
    {
        if ($this->scheme !== Scheme::Semver) {
            // A day can be written with blanks, which no range has.
            return '='.($this->scheme === Scheme::Date ? DateVersion::of($version)->iso() : $version);
        }
        $semver = Semver::of($version);

        return '='.implode('.', $semver->numbers).($semver->pre === [] ? '' : '-'.implode('.', $semver->pre));
    }

    /** @throws UnusableRange with the place in the text */
    public function readRange(string $text, Syntax $syntax): Range
    {
        return $this->ranges[$syntax->value.$text] ??= RangeReader::read($text, $syntax, $this->timeline);
    }

    /** The same, but for a text that is no range here: it admits nothing, whoever wrote it, and says so in words. */
    public function range(string $text, Syntax $syntax): Range
    {
        try {
            return $this->readRange($text, $syntax);
        } catch (UnusableRange $failure) {
            return $this->ranges[$syntax->value.$text] = Range::unreadable($text, $failure->isOfUnknownVersion);
        }
    }

    /** The releases of this package that a range admits. */
    public function within(string $text, Syntax $syntax): ReleaseSet
    {
        return $this->sets[$syntax->value.$text] ??= $this->range($text, $syntax)->over($this->timeline);
    }

    /** The releases that are taken only where no other one will do; null where there are none. */
    public function avoided(): ?ReleaseSet
    {
        if ($this->avoided === false) {
            $positions = array_keys(array_filter($this->releases, fn (Release $release): bool => $release->avoid));
            $this->avoided = $positions === [] ? null : ReleaseSet::ofPositions(count($this->releases), $positions);
        }

        return $this->avoided;
    }

    /** The releases that a channel allows. */
    public function allowed(Channel $channel): ReleaseSet
    {
        if (! isset($this->allowed[$channel->value])) {
            $positions = [];
            foreach ($this->releases as $position => $release) {
                if ($channel->allows($release->channel)) {
                    $positions[] = $position;
                }
            }
            $count = count($this->releases);
            $this->allowed[$channel->value] =
                count($positions) === $count ? ReleaseSet::all($count) : ReleaseSet::ofPositions($count, $positions);
        }

        return $this->allowed[$channel->value];
    }
}
