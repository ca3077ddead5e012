<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * A version in the order of Semantic Versioning 2.0.0, section 11, read leniently: any number of numeric parts from one
 * up, missing ones are 0, a leading "v" is dropped, build metadata is read and does not count.
 */
final readonly class Semver implements Version
{
    private const FORM = '/^v?(\d+(?:\.\d+)*)(?:-([0-9A-Za-z-]+(?:\.[0-9A-Za-z-]+)*))?(?:\+[0-9A-Za-z.-]+)?$/D';

    /**
     * @param  list<string>  $numbers  digits without leading zeros, trailing zero parts beyond the third dropped
     * @param  list<string>  $pre  pre-release identifiers; none for a release
     */
    private function __construct(public array $numbers, public array $pre)
    {
    }

    /**
     * The version that a text says. Few texts make up most of a catalogue, so a version is read once and shared.
     *
     * @throws UnusableVersion
     */
    public static function of(string $text): self
    {
        /** @var array<string, self> $known */
        static $known = [];
        if (count($known) > 50_000) {
            $known = [];
        }

        return $known['v'.$text] ??= self::read($text);
    }

    /** @throws UnusableVersion */
    private static function read(string $text): self
    {
        if (preg_match(self::FORM, $text, $match) !== 1) {
            throw UnusableVersion::notSemver($text);
        }

        return self::from(explode('.', $match[1]), isset($match[2]) ? explode('.', $match[2]) : []);
    }

    /**
     * @param  list<string>  $numbers  digits
     * @param  list<string>  $pre
     */
    public static function from(array $numbers, array $pre = []): self
    {
        $parts = [];
        foreach ($numbers as $number) {
            $trimmed = ltrim($number, '0');
            $parts[] = $trimmed === '' ? '0' : $trimmed;
        }
        while (count($parts) < 3) {
            $parts[] = '0';
        }
        while (count($parts) > 3 && end($parts) === '0') {
            array_pop($parts);
        }

        return new self($parts, $pre);
    }

    public function compare(Version $other): int
    {
        if (! $other instanceof self) {
            throw UnusableVersion::notSemver(get_debug_type($other));
        }
        if ($this->numbers !== $other->numbers) {
            $length = max(count($this->numbers), count($other->numbers));
            for ($i = 0; $i < $length; $i++) {
                $mine = $this->numbers[$i] ?? '0';
                $its = $other->numbers[$i] ?? '0';
                if ($mine !== $its) {
                    return self::compareDigits($mine, $its);
                }
            }
        }

        return $this->comparePre($other);
    }

    private function comparePre(self $other): int
    {
        if ($this->pre === [] || $other->pre === []) {
            return ($this->pre === [] ? 1 : 0) - ($other->pre === [] ? 1 : 0);
        }
        foreach ($this->pre as $i => $mine) {
            if (! isset($other->pre[$i])) {
                return 1;
            }
            $order = self::compareIdentifiers($mine, $other->pre[$i]);
            if ($order !== 0) {
                return $order;
            }
        }

        return count($this->pre) <=> count($other->pre);
    }

    private static function compareIdentifiers(string $a, string $b): int
    {
        $numericA = ctype_digit($a);
        $numericB = ctype_digit($b);
        if ($numericA && $numericB) {
            return self::compareDigits(ltrim($a, '0'), ltrim($b, '0'));
        }
        if ($numericA !== $numericB) {
            return $numericA ? -1 : 1;
        }

        return strcmp($a, $b) <=> 0;
    }

    /** Compares digits without leading zeros by value, of any length. */
    private static function compareDigits(string $a, string $b): int
    {
        return (strlen($a) <=> strlen($b)) ?: (strcmp($a, $b) <=> 0);
    }
}
