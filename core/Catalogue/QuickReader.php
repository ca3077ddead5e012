<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\UnusableVersion;
use stdClass;

/**
 * Reads a package that is as the catalogue format asks, several times as fast as {@see CatalogueReader}, and says nothing
 * about one that is not: that is for the other to say, which knows the place of what is wrong.
 */
final class QuickReader
{
    public const ID = '/^[a-z0-9][a-z0-9._+-]*$/D';

    /** @var array<string, true> ids that were looked at */
    private array $ids = [];

    /** @var array<string, Need> one object for needs that say the same */
    private array $needs = [];

    /** @param  NamedRanges|null  $named  is told of every range that a package names */
    public function __construct(private readonly ?NamedRanges $named = null)
    {
    }

    public function package(stdClass $document): ?Package
    {
        $kind = is_string($document->kind ?? null) ? Kind::tryFrom($document->kind) : null;
        $scheme = self::word(Scheme::class, $document->scheme ?? null, Scheme::Semver);
        $syntax = self::word(Syntax::class, $document->syntax ?? null, Syntax::Comparator);
        $name = $document->name ?? '';
        $understudies = $this->idList($document->understudies ?? []);
        if (
            ! isset($document->id, $document->releases) ||
            ! $this->isId($document->id) ||
            $kind === null ||
            $scheme === null ||
            $syntax === null ||
            ! is_string($name) ||
            $understudies === null ||
            ! is_array($document->releases)
        ) {
            return null;
        }
        $this->named?->from($syntax);
        $releases = $seen = [];
        foreach ($document->releases as $item) {
            $release = $item instanceof stdClass ? $this->release($item) : null;
            if ($release === null || $release->version === '' || isset($seen['v'.$release->version])) {
                return null;
            }
            $seen['v'.$release->version] = true;
            $releases[] = $release;
        }
        try {
            return new Package($document->id, $kind, $releases, $scheme, $syntax, $name, $understudies);
        } catch (UnusableVersion) {
            return null;
        }
    }

    private function release(stdClass $item): ?Release
    {
        $channel = isset($item->channel) ? self::word(Channel::class, $item->channel, Channel::Stable) : Channel::Stable;
        $needs = $item->needs ?? [];
        $extends = $item->extends ?? [];
        $suggests = isset($item->suggests) ? $this->needs($item->suggests) : [];
        $breaks = isset($item->breaks) ? $this->breaks($item->breaks) : [];
        $provides = isset($item->provides) ? $this->provides($item->provides) : [];
        $published = $item->published ?? '';
        $avoid = $item->avoid ?? false;
        $replaces = isset($item->replaces) ? $this->replaces($item->replaces) : [];
        if (
            ! isset($item->version) ||
            ! is_string($item->version) ||
            $channel === null ||
            ! is_array($needs) ||
            ! $this->areNeeds($needs) ||
            ! is_array($extends) ||
            ($extends !== [] && ! $this->areTargets($extends)) ||
            $suggests === null ||
            $breaks === null ||
            $provides === null ||
            $replaces === null ||
            ! is_string($published) ||
            ! is_bool($avoid)
        ) {
            return null;
        }

        return new Release(
            $item->version,
            $channel,
            $needs === [] && $extends === []
                ? []
                : fn (): array => self::ordered([...$this->needs($needs) ?? [], ...$this->extensions($extends)]),
            $suggests,
            $breaks,
            $provides,
            $published,
            $replaces,
            $avoid,
        );
    }

    /**
     * @param  list<Need>  $needs
     * @return list<Need> by their keys
     */
    private static function ordered(array $needs): array
    {
        for ($i = count($needs) - 1; $i > 0; $i--) {
            if (strcmp($needs[$i - 1]->key, $needs[$i]->key) > 0) {
                usort($needs, fn (Need $a, Need $b): int => strcmp($a->key, $b->key));

                return $needs;
            }
        }

        return $needs;
    }

    /**
     * Whether all of them are needs. They are made of it when somebody asks for them, which of most releases nobody does.
     *
     * @param  array<mixed>  $items
     */
    private function areNeeds(array $items): bool
    {
        foreach ($items as $item) {
            if (! ($item instanceof stdClass)) {
                return false;
            }
            if (isset($item->anyOf)) {
                if (! is_array($item->anyOf) || $item->anyOf === []) {
                    return false;
                }
                foreach ($item->anyOf as $one) {
                    if (! ($one instanceof stdClass) || ! $this->isTarget($one)) {
                        return false;
                    }
                }
            } elseif (! $this->isTarget($item)) {
                return false;
            }
        }

        return true;
    }

    /** @param  array<mixed>  $items */
    private function areTargets(array $items): bool
    {
        return array_filter($items, fn (mixed $item): bool => ! ($item instanceof stdClass) || ! $this->isTarget($item)) === [];
    }

    /**
     * @param  array<mixed>  $items  that are targets
     * @return list<Need>
     */
    private function extensions(array $items): array
    {
        $needs = [];
        foreach ($items as $item) {
            $need = $item instanceof stdClass ? $this->oneOf($item) : null;
            if ($need !== null) {
                $need = Need::extending($need->alternatives[0]);
                $needs[] = $this->needs[$need->key] ??= $need;
            }
        }

        return $needs;
    }

    private function isTarget(stdClass $item): bool
    {
        $range = $item->range ?? '*';
        $id = $item->id ?? null;
        if (! is_string($range) || ! $this->isId($id)) {
            return false;
        }
        if ($this->named !== null) {
            $this->named->ranges[$range][isset($this->named->others[$id]) ? $id : ''] = true;
        }

        return true;
    }

    /** @return list<Need>|null */
    private function needs(mixed $items): ?array
    {
        if (! is_array($items)) {
            return null;
        }
        $needs = [];
        foreach ($items as $item) {
            $need = $item instanceof stdClass ? (isset($item->anyOf) ? $this->anyOf($item->anyOf) : $this->oneOf($item)) : null;
            if ($need === null) {
                return null;
            }
            $needs[] = $need;
        }

        return $needs;
    }

    private function oneOf(stdClass $item): ?Need
    {
        $range = $item->range ?? '*';
        if (! isset($item->id) || ! is_string($item->id) || ! is_string($range)) {
            return null;
        }
        $known = $this->needs[$item->id.' '.$range] ?? null;
        if ($known !== null) {
            return $known;
        }

        return $this->isId($item->id) ? ($this->needs[$item->id.' '.$range] = Need::of(new Target($item->id, $range))) : null;
    }

    private function anyOf(mixed $items): ?Need
    {
        $targets = [];
        foreach (is_array($items) ? $items : [] as $item) {
            $one = $item instanceof stdClass ? $this->oneOf($item) : null;
            if ($one === null) {
                return null;
            }
            $targets[] = $one->alternatives[0];
        }
        if ($targets === []) {
            return null;
        }
        $need = Need::of(...$targets);

        return $this->needs[$need->key] ??= $need;
    }

    /** @return list<Breakage>|null */
    private function breaks(mixed $items): ?array
    {
        $breaks = [];
        foreach (is_array($items) ? $items : [null] as $item) {
            $need = $item instanceof stdClass ? $this->oneOf($item) : null;
            $why = $item instanceof stdClass ? $item->why ?? '' : null;
            if ($need === null || ! is_string($why)) {
                return null;
            }
            $breaks[] = new Breakage($need->alternatives[0], $why);
        }

        return $breaks;
    }

    /** @return list<Provision>|null */
    private function provides(mixed $items): ?array
    {
        $provides = [];
        foreach (is_array($items) ? $items : [null] as $item) {
            if (
                ! ($item instanceof stdClass) ||
                ! isset($item->id, $item->version) ||
                ! $this->isId($item->id) ||
                ! is_string($item->version)
            ) {
                return null;
            }
            $provides[] = new Provision($item->id, $item->version);
        }

        return $provides;
    }

    /** @return list<Replacement>|null */
    private function replaces(mixed $items): ?array
    {
        $replaces = [];
        foreach (is_array($items) ? $items : [null] as $item) {
            $path = $item instanceof stdClass ? $item->path ?? null : null;
            $need = $item instanceof stdClass && $path === null ? $this->oneOf($item) : null;
            $replacement =
                $need !== null ? Replacement::ofPackage($need->alternatives[0]) : (is_string($path) ? Replacement::ofPath($path) : null);
            if ($replacement === null) {
                return null;
            }
            $replaces[] = $replacement;
        }

        return $replaces;
    }

    /** @return list<string>|null */
    private function idList(mixed $items): ?array
    {
        foreach (is_array($items) ? $items : [null] as $item) {
            if (! $this->isId($item)) {
                return null;
            }
        }

        return is_array($items) ? array_values(array_filter($items, is_string(...))) : null;
    }

    /** @phpstan-assert-if-true string $id */
    private function isId(mixed $id): bool
    {
        if (! is_string($id)) {
            return false;
        }
        if (isset($this->ids[$id])) {
            return true;
        }
        if (preg_match(self::ID, $id) !== 1) {
            return false;
        }
        $this->ids[$id] = true;

        return true;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param  class-string<T>  $enum
     * @param  T  $else  for a word that is absent
     * @return T|null null for a word that is none of its words
     */
    private static function word(string $enum, mixed $word, \BackedEnum $else): ?\BackedEnum
    {
        return $word === null ? $else : (is_string($word) ? $enum::tryFrom($word) : null);
    }
}
