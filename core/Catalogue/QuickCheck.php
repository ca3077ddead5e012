<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableVersion;
use stdClass;

/**
 * Whether packages are as the catalogue format asks, without making anything of them: of most packages of a large catalogue nobody
 * asks. What is seldom in one is left to {@see QuickReader}, which makes it.
 */
final class QuickCheck
{
    private readonly QuickReader $reader;

    /** @var array<string, true> ids that were looked at */
    private array $ids = [];

    /** @var array<string, array<string, true>> scheme => versions that can be read in it; those of many packages are the same */
    private array $versions = [];

    /** @var array<string, Timeline> scheme => one by which its versions are read */
    private array $orders = [];

    public function __construct(private readonly NamedRanges $named)
    {
        $this->reader = new QuickReader($named);
    }

    /**
     * The id of a package; what it names is noted.
     *
     * @param  string  $text  JSON
     * @return string|null null for one in which anything is wrong
     */
    public function idOf(string $text): ?string
    {
        // Decoded to arrays, an object with nothing in it could not be told from a list.
        $package = preg_match('/\{\s*\}/', $text) === 1 ? null : json_decode($text, true, 64);
        $id = is_array($package) && is_array($package['releases'] ?? null) ? $this->plain($package, $package['releases']) : null;
        if ($id !== null) {
            return $id;
        }
        $object = json_decode($text, false, 64);
        $made = $object instanceof stdClass ? $this->reader->package($object) : null;
        if ($made !== null) {
            $this->named->note($made);
        }

        return $made?->id;
    }

    /**
     * The id of a package that is usable, and has nothing but what most packages have; null for any other.
     *
     * @param  array<mixed>  $package
     * @param  array<mixed>  $releases
     */
    private function plain(array $package, array $releases): ?string
    {
        $scheme = self::word(Scheme::class, $package['scheme'] ?? null, Scheme::Semver);
        $syntax = self::word(Syntax::class, $package['syntax'] ?? null, Syntax::Comparator);
        if (
            $scheme === null ||
            $scheme === Scheme::Sequence ||
            $syntax === null ||
            isset($package['understudies']) ||
            ! is_string($package['id'] ?? null) ||
            ! $this->isId($package['id']) ||
            self::word(Kind::class, $package['kind'] ?? null, null) === null ||
            ! is_string($package['name'] ?? '') ||
            ! array_is_list($releases)
        ) {
            return null;
        }
        $this->named->from($syntax);
        $known = $this->versions[$scheme->value] ?? [];
        $seen = [];
        foreach ($releases as $release) {
            $version = is_array($release) ? $release['version'] ?? null : null;
            if (! is_string($version) || (! isset($known[$version]) && ! $this->isVersion($version, $scheme))) {
                return null;
            }
            $seen[$version] = true;
            if (! isset($release['needs']) || count($release) > 2) {
                if (! $this->isRelease($release)) {
                    return null;
                }
            } elseif (! is_array($release['needs']) || ! $this->areNeeds($release['needs'])) {
                return null;
            }
        }
        if (count($seen) < count($releases)) {
            return null;
        }
        $this->named->ordered($package['id'], $scheme);

        return $package['id'];
    }

    /** @param  array<mixed>  $release */
    private function isRelease(array $release): bool
    {
        foreach ($release as $field => $value) {
            $isUsable = match ($field) {
                'needs', 'suggests' => is_array($value) && $this->areNeeds($value),
                'extends' => is_array($value) && $this->areTargets($value),
                'channel' => is_string($value) && Channel::tryFrom($value) !== null,
                'published' => is_string($value),
                'avoid' => is_bool($value),
                // What is made of these counts for other packages, too.
                'breaks', 'provides', 'replaces' => $value === [],
                default => true,
            };
            if (! $isUsable) {
                return false;
            }
        }

        return true;
    }

    /** @param  array<mixed>  $needs */
    private function areNeeds(array $needs): bool
    {
        $ids = &$this->ids;
        $others = &$this->named->others;
        $ranges = &$this->named->ranges;
        foreach ($needs as $need) {
            if (! is_array($need)) {
                return false;
            }
            $range = $need['range'] ?? '*';
            $id = $need['id'] ?? null;
            if (isset($need['anyOf'])) {
                if (! is_array($need['anyOf']) || $need['anyOf'] === [] || ! $this->areTargets($need['anyOf'])) {
                    return false;
                }
            } elseif (! is_string($range) || ! is_string($id) || (! isset($ids[$id]) && ! $this->isId($id))) {
                return false;
            } elseif (isset($others[$id])) {
                $ranges[$range][$id] = true;
            } elseif (! isset($ranges[$range][''])) {
                $ranges[$range][''] = true;
            }
        }

        return array_is_list($needs);
    }

    /** @param  array<mixed>  $targets */
    private function areTargets(array $targets): bool
    {
        foreach ($targets as $target) {
            $range = is_array($target) ? $target['range'] ?? '*' : null;
            $id = is_array($target) ? $target['id'] ?? null : null;
            if (! is_string($range) || ! is_string($id) || ! $this->isId($id)) {
                return false;
            }
            $this->named->ranges[$range][isset($this->named->others[$id]) ? $id : ''] = true;
        }

        return array_is_list($targets);
    }

    private function isVersion(string $version, Scheme $scheme): bool
    {
        if (isset($this->versions[$scheme->value][$version])) {
            return true;
        }
        try {
            if ($version === '') {
                return false;
            }
            ($this->orders[$scheme->value] ??= new Timeline($scheme, []))->version($version);
        } catch (UnusableVersion) {
            return false;
        }

        return $this->versions[$scheme->value][$version] = true;
    }

    private function isId(string $id): bool
    {
        if (! isset($this->ids[$id]) && preg_match(QuickReader::ID, $id) !== 1) {
            return false;
        }
        $this->ids[$id] = true;

        return true;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param  class-string<T>  $enum
     * @param  T|null  $else  for a word that is absent
     * @return T|null null for a word that is none of its words
     */
    private static function word(string $enum, mixed $word, ?\BackedEnum $else): ?\BackedEnum
    {
        return $word === null ? $else : (is_string($word) ? $enum::tryFrom($word) : null);
    }
}
