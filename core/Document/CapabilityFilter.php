<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

/**
 * What an LDAP filter asks of a capability, as alternatives: RFC 4515, section 3, as far as filters over versions use it
 * (OSGi Core Release 8, sections 3.2.7 and 3.3.6). What it says of other attributes is passed over.
 */
final class CapabilityFilter
{
    /** Alternatives of one filter, and brackets in brackets. */
    private const MOST = 64;

    private int $at = 0;

    private function __construct(private readonly string $text, private readonly string $name)
    {
    }

    /** @return list<array{name: string, value: string, range: string}> nothing for a filter that cannot be read */
    public static function alternatives(string $text, string $name): array
    {
        $filter = new self(trim($text), $name);
        $found = [];
        foreach ($filter->node(0) ?? [] as $asked) {
            $found[] = ['name' => $name, 'value' => $asked['value'], 'range' => self::range($asked)];
        }

        return $filter->at === strlen($filter->text) ? $found : [];
    }

    /** @param  array{value: string, least: string, below: string, most: string, above: string}  $asked */
    private static function range(array $asked): string
    {
        return match (true) {
            $asked['least'] !== '' && $asked['least'] === $asked['most'] => "[{$asked['least']}]",
            $asked['least'] === '' && $asked['above'] === '' && $asked['below'] === '' && $asked['most'] === '' => '*',
            default => ($asked['above'] !== '' ? "({$asked['above']}" : ($asked['least'] !== '' ? "[{$asked['least']}" : '(')).
                ','.
                ($asked['below'] !== '' ? "{$asked['below']})" : ($asked['most'] !== '' ? "{$asked['most']}]" : ')')),
        };
    }

    /**
     * @return list<array{value: string, least: string, below: string, most: string, above: string}>|null what is asked, one of them; null
     *     where it cannot be read
     */
    private function node(int $depth): ?array
    {
        $this->blanks();
        if ($depth > self::MOST || ($this->text[$this->at] ?? '') !== '(') {
            return null;
        }
        $this->at++;
        $this->blanks();
        $sign = $this->text[$this->at] ?? '';
        $asked = match ($sign) {
            '&', '|' => $this->several($sign, $depth),
            '!' => $this->not(),
            default => $this->item(),
        };
        $this->blanks();
        if (($this->text[$this->at] ?? '') !== ')') {
            return null;
        }
        $this->at++;
        $this->blanks();

        return $asked;
    }

    private function blanks(): void
    {
        $this->at += strspn($this->text, " \t\r\n", $this->at);
    }

    /** @return list<array{value: string, least: string, below: string, most: string, above: string}>|null */
    private function several(string $sign, int $depth): ?array
    {
        $this->at++;
        $this->blanks();
        $asked = $sign === '&' ? [self::nothing()] : [];
        while (($this->text[$this->at] ?? '') === '(') {
            $next = $this->node($depth + 1);
            if ($next === null) {
                return null;
            }
            $asked = array_slice($sign === '|' ? [...$asked, ...$next] : self::both($asked, $next), 0, self::MOST);
        }

        return $asked;
    }

    /**
     * @param  list<array{value: string, least: string, below: string, most: string, above: string}>  $some
     * @param  list<array{value: string, least: string, below: string, most: string, above: string}>  $others
     * @return list<array{value: string, least: string, below: string, most: string, above: string}>
     */
    private static function both(array $some, array $others): array
    {
        $both = [];
        foreach ($some as $one) {
            foreach ($others as $other) {
                $both[] = [
                    'value' => $other['value'] ?: $one['value'],
                    'least' => $other['least'] ?: $one['least'],
                    'below' => $other['below'] ?: $one['below'],
                    'most' => $other['most'] ?: $one['most'],
                    'above' => $other['above'] ?: $one['above'],
                ];
            }
        }

        return $both;
    }

    /** @return array{value: string, least: string, below: string, most: string, above: string} */
    private static function nothing(): array
    {
        return ['value' => '', 'least' => '', 'below' => '', 'most' => '', 'above' => ''];
    }

    /**
     * @return list<array{value: string, least: string, below: string, most: string, above: string}>|null of "not this version or newer" and
     *     its like
     */
    private function not(): ?array
    {
        $this->at++;
        $asked = $this->node(1);
        if ($asked === null || count($asked) !== 1) {
            return $asked === null ? null : [self::nothing()];
        }
        $one = $asked[0];

        return [
            [
                'below' => $one['least'] !== $one['most'] ? $one['least'] : '',
                'above' => $one['least'] !== $one['most'] ? $one['most'] : '',
            ] + self::nothing(),
        ];
    }

    /** @return list<array{value: string, least: string, below: string, most: string, above: string}>|null */
    private function item(): ?array
    {
        if (
            preg_match(
                '/\G\s*(?<attribute>[^=<>~()\s]+)\s*(?<sign>>=|<=|~=|=)(?<value>(?:[^()\\\\]|\\\\.)*)/s',
                $this->text,
                $part,
                0,
                $this->at,
            ) !== 1
        ) {
            return null;
        }
        $this->at += strlen($part[0]);
        $value = stripslashes(trim($part['value']));
        $asked = self::nothing();
        if (strcasecmp($part['attribute'], 'version') === 0 || strcasecmp($part['attribute'], 'bundle-version') === 0) {
            $asked = match ($part['sign']) {
                '>=' => ['least' => $value] + $asked,
                '<=' => ['most' => $value] + $asked,
                default => $value === '*' ? $asked : ['least' => $value, 'most' => $value] + $asked,
            };
        } elseif (strcasecmp($part['attribute'], $this->name) === 0 && $value !== '*') {
            $asked['value'] = $value;
        }

        return [$asked];
    }
}
