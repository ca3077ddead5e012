<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * node-semver's range grammar: comparators, "^", "~", x-ranges, hyphen ranges, space for and, "||" for or, with
 * pre-releases included by plain order. Versions may have more than three numeric parts.
 *
 * Source: node-semver, "Ranges" and "Range Grammar" of its manual; behaviour as with includePrerelease.
 */
final readonly class SemverRangeReader
{
    private const PARTIAL = '[vV]?((?:\d+|[xX*])(?:\.(?:\d+|[xX*]))*)(?:-([0-9A-Za-z-]+(?:\.[0-9A-Za-z-]+)*))?(?:\+[0-9A-Za-z.-]+)?(?=\s'.
        '|\|\||$)';

    private RangeText $text;

    public function __construct(string $text)
    {
        $this->text = new RangeText($text);
    }

    /**
     * The range that a text says; read once and shared, as versions are.
     *
     * @throws UnusableRange
     */
    public static function read(string $text): Range
    {
        /** @var array<string, Range> $known */
        static $known = [];
        if (count($known) > 50_000) {
            $known = [];
        }

        return $known['r'.$text] ??= (new self($text))->range();
    }

    /** @throws UnusableRange */
    public function range(): Range
    {
        $alternatives = [];
        do {
            $alternatives[] = $this->alternative();
        } while ($this->text->take('\|\|') !== null);

        return new Range($alternatives);
    }

    /** @return list<Bound> */
    private function alternative(): array
    {
        $bounds = [];
        while (! $this->text->atEndOfAlternative()) {
            $operator = $this->text->take('(>=|<=|>|<|=|\^|~>?|)\s*')[1] ?? '';
            $version = $this->partial();
            if ($bounds === [] && $operator === '' && $this->text->take('\s+-\s+') !== null) {
                $bounds = [...self::hyphenFrom($version), ...self::upTo($this->partial())];
                if (! $this->text->atEndOfAlternative()) {
                    throw $this->text->expected('"||" or the end');
                }
            } else {
                array_push($bounds, ...self::bounds($operator, $version));
            }
        }

        return $bounds;
    }

    private function partial(): PartialVersion
    {
        $match = $this->text->take(self::PARTIAL) ?? throw $this->text->expected('a version');

        return PartialVersion::of($match[1], $match[2] ?? '');
    }

    /** @return list<Bound> */
    private static function bounds(string $operator, PartialVersion $version): array
    {
        return match ($operator) {
            '^' => self::caret($version),
            '~', '~>' => self::tilde($version),
            '>=' => self::from($version),
            '<=' => self::atMost($version),
            '>' => $version->isWhole()
                ? [new Bound(Operator::Above, $version->lowest(), $version->text())]
                : ($version->isAny()
                    ? self::nothing()
                    : [new Bound(Operator::AtLeast, $version->next(), $version->nextText())]),
            '<' => $version->isAny()
                ? self::nothing()
                : [new Bound(Operator::Below, $version->isWhole() ? $version->lowest() : $version->floor(), $version->text())],
            default => self::equal($version),
        };
    }

    /** @return list<Bound> */
    private static function equal(PartialVersion $version): array
    {
        if ($version->isWhole()) {
            return [new Bound(Operator::Equal, $version->lowest(), $version->text())];
        }

        return [...self::from($version), ...self::atMost($version)];
    }

    /** @return list<Bound> */
    private static function from(PartialVersion $version): array
    {
        return match (true) {
            $version->isAny() => [],
            $version->isWhole() => [new Bound(Operator::AtLeast, $version->lowest(), $version->text())],
            default => [new Bound(Operator::AtLeast, $version->floor(), $version->text())],
        };
    }

    /** @return list<Bound> */
    private static function atMost(PartialVersion $version): array
    {
        return match (true) {
            $version->isAny() => [],
            $version->isWhole() => [new Bound(Operator::AtMost, $version->lowest(), $version->text())],
            default => [new Bound(Operator::Below, $version->next(), $version->nextText())],
        };
    }

    /**
     * The lower end of a hyphen range, which takes the pre-releases of its version in.
     *
     * @return list<Bound>
     */
    private static function hyphenFrom(PartialVersion $version): array
    {
        return $version->isWhole() && ! $version->isPre()
            ? [new Bound(Operator::AtLeast, $version->floor(), $version->text())]
            : self::from($version);
    }

    /**
     * The upper end of a hyphen range.
     *
     * @return list<Bound>
     */
    private static function upTo(PartialVersion $version): array
    {
        return $version->isWhole() && ! $version->isPre()
            ? [new Bound(Operator::Below, $version->next(), $version->nextText())]
            : self::atMost($version);
    }

    /** @return list<Bound> */
    private static function tilde(PartialVersion $version): array
    {
        return $version->isAny()
            ? []
            : [
                ...self::from($version),
                new Bound(Operator::Below, $version->next(min(2, $version->given())), $version->nextText(min(2, $version->given()))),
            ];
    }

    /** @return list<Bound> */
    private static function caret(PartialVersion $version): array
    {
        if ($version->isAny()) {
            return [];
        }
        $fixed = $version->leadingZeros();

        return [...self::from($version), new Bound(Operator::Below, $version->next($fixed + 1), $version->nextText($fixed + 1))];
    }

    /** @return list<Bound> */
    private static function nothing(): array
    {
        return [new Bound(Operator::Below, Semver::from(['0'], ['0']), '0')];
    }
}
