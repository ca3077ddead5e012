<?php

declare(strict_types=1);

namespace Stasimon\Core\Notice;

use Stasimon\Core\Catalogue\Breakage;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Syntax;

/** What somebody says of releases of a package, perhaps only beside others, or in some versions of a game. */
final readonly class Notice
{
    /**
     * @param  string  $about  the id of a package
     * @param  string  $releases  a range of it in comparator syntax
     * @param  string  $game  the id of a game; nothing for all
     * @param  string  $versions  a range of that game's versions
     * @param  array<string, string>  $beside  package id => range; all of them have to be there for it to hold
     * @param  string  $instead  the id of a package that can take its place
     * @param  string  $file  of a setting that it needs: the config's path below the instance
     * @param  string  $said  the day on which it was said, as in 2031-04-02; nothing where that is not known
     */
    public function __construct(
        public string $about,
        public NoticeKind $kind,
        public string $text,
        public string $releases = '*',
        public string $game = '',
        public string $versions = '*',
        public array $beside = [],
        public string $instead = '',
        public string $file = '',
        public string $key = '',
        public string $value = '',
        public string $place = '',
        public string $said = '',
    ) {
    }

    /** What is so, as a sentence. */
    public function sentence(): string
    {
        $text = mb_strtoupper(mb_substr($this->text, 0, 1)).mb_substr($this->text, 1);

        return preg_match('/[.!?…]$/u', $text) === 1 ? $text : "{$text}.";
    }

    /**
     * Whether it holds in a line-up.
     *
     * @param  array<string, string>  $versions  package id => version, the game among them
     */
    public function holds(array $versions, Catalogue $catalogue): bool
    {
        $asked = [$this->about => $this->releases] + ($this->game === '' ? [] : [$this->game => $this->versions]);
        foreach ($asked + ($this->kind === NoticeKind::Apart ? [] : $this->beside) as $id => $range) {
            if (! self::isIn($catalogue->package((string) $id), $versions[$id] ?? null, $range)) {
                return false;
            }
        }

        return $this->kind !== NoticeKind::Apart || $this->met($versions, $catalogue) !== [];
    }

    /**
     * Those that it must not stand beside and that are there.
     *
     * @param  array<string, string>  $versions
     * @return list<string> ids
     */
    public function met(array $versions, Catalogue $catalogue): array
    {
        $met = array_filter(
            $this->beside,
            fn (string $range, string|int $id): bool => self::isIn($catalogue->package((string) $id), $versions[$id] ?? null, $range),
            ARRAY_FILTER_USE_BOTH,
        );

        return array_map(strval(...), array_keys($met));
    }

    /** The releases that it is about. */
    public function of(Package $package): ReleaseSet
    {
        return $package->within($this->releases, Syntax::Comparator);
    }

    /**
     * What its releases cannot stand beside, as relations of a catalogue.
     *
     * @param  string  $by  who says so
     * @return list<Breakage>
     */
    public function breakages(string $by): array
    {
        return array_map(
            fn (string|int $id, string $range): Breakage => new Breakage(new Target((string) $id, $range), "{$by}: {$this->text}"),
            array_keys($this->beside),
            $this->beside,
        );
    }

    private static function isIn(?Package $package, ?string $version, string $range): bool
    {
        if ($version === null || $range === '*') {
            return $version !== null;
        }
        $position = $package?->positionOf($version);

        // What no depot has any more is known by its very version alone.
        return $package === null || $position === null
            ? $range === $version || $range === "={$version}"
            : $package->within($range, Syntax::Comparator)->has($position);
    }
}
