<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use JmesPath\AstRuntime;
use JmesPath\FnDispatcher;
use JmesPath\Parser;
use Throwable;

/**
 * A JMESPath expression (the JMESPath specification) of a definition, with functions that the standard lacks:
 *
 *   lower(text)                     in lower case
 *   replace(text, pattern, with)    each match of a pattern with its delimiters replaced
 *   either(value, ...)              the first that is neither null nor empty
 *   pairs(object)                   a list of {id, range}: each name with its value
 *   filters(text, name)             what an LDAP filter (RFC 4515, as in OSGi Core 3.2.7) asks of a capability: a list of
 *                                   alternatives {name, value, range}, value that of the attribute called like name, and
 *                                   range that of the attribute "version" in bracket notation
 *
 * An expression from elsewhere cannot take long: how much larger than its input a result can become is bounded.
 */
final readonly class Expression
{
    /** Functions beside those of JMESPath. */
    private const KNOWN = ['lower', 'replace', 'either', 'pairs', 'filters'];

    private const LONGEST = 2_000;

    /** By how much what an expression makes may be larger than what goes in. */
    private const GROWTH = 256;

    /** What is as good as without end, so that no product is larger than a number can be. */
    private const ENDLESS = 1_000_000;

    /** A text as JSON: a character outside ASCII is written with six, and each writing of a writing doubles its backslashes. */
    private const WRITTEN = 6;

    /** Bytes of a text that is joined. */
    private const JOINED = 1_000_000;

    /** @param  AstRuntime|null  $runtime  null on a clone in which nothing was installed, where no expression is asked for anything */
    private function __construct(public string $text, private ?AstRuntime $runtime)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $text = $node->text();
        if (strlen($text) > self::LONGEST) {
            throw $node->wrong('an expression of at most '.number_format(self::LONGEST).' bytes is expected.');
        }
        if (! class_exists(Parser::class)) {
            return new self($text, null);
        }
        try {
            /** @var array<mixed> $tree */
            $tree = (new Parser())->parse($text);
        } catch (Throwable $failure) {
            throw $node->wrong('it is not a JMESPath expression: '.strtok($failure->getMessage(), "\n").'.');
        }
        if (self::growth($tree) > self::GROWTH) {
            throw $node->wrong('the lists that it makes could become too large.');
        }
        self::checkFunctions($tree, $node);

        return new self($text, new AstRuntime(null, self::call(...)));
    }

    /**
     * How much larger a result can be than what goes in: each list or object that is made holds its input once for each member.
     *
     * @param  array<mixed>  $tree
     */
    private static function growth(array $tree): int
    {
        $children = array_map(
            fn (mixed $child): int => is_array($child) ? self::growth($child) : 1,
            is_array($tree['children'] ?? null) ? $tree['children'] : [],
        );
        $growth = match ($tree['type'] ?? '') {
            'multi_select_list', 'multi_select_hash' => max(1, array_sum($children)),
            'function' => max(1, array_sum($children)) * (($tree['value'] ?? '') === 'to_string' ? self::WRITTEN : 1),
            default => array_reduce($children, fn (int $grown, int $child): int => min(self::ENDLESS, $grown * $child), 1),
        };

        return min(self::ENDLESS, $growth);
    }

    /** @param  array<mixed>  $tree */
    private static function checkFunctions(array $tree, Node $node): void
    {
        $name = ($tree['type'] ?? '') === 'function' && is_string($tree['value'] ?? null) ? $tree['value'] : null;
        if (
            $name !== null &&
            ! in_array($name, self::KNOWN, true) &&
            ! method_exists(FnDispatcher::class, 'fn_'.$name)
        ) {
            throw $node->wrong("there is no function \"{$name}\"; there are ".implode(', ', self::KNOWN).' and those of JMESPath.');
        }
        $children = is_array($tree['children'] ?? null) ? $tree['children'] : [];
        $pattern = $name === 'replace' ? $children[1] ?? null : null;
        $isWritten = is_array($pattern) && ($pattern['type'] ?? '') === 'literal' && is_string($pattern['value'] ?? null);
        if ($isWritten && Quiet::ask(fn (): int|false => preg_match($pattern['value'], ''))[0] === false) {
            throw $node->wrong('replace is given no pattern: it stands between two signs, as in \'/ .*$/\'.');
        }
        foreach ($children as $child) {
            if (is_array($child)) {
                self::checkFunctions($child, $node);
            }
        }
    }

    /**
     * What it makes of a value; null for what is not there.
     *
     * @throws UnusableExpression when a function is given what it does not take
     */
    public function of(mixed $value): mixed
    {
        if ($this->runtime === null) {
            throw new UnusableExpression('the package that reads expressions is not installed.');
        }
        try {
            return ($this->runtime)($this->text, $value);
        } catch (Throwable $failure) {
            throw new UnusableExpression(strtok($failure->getMessage(), "\n").'.');
        }
    }

    /** @param  array<int, mixed>  $arguments */
    private static function call(string $function, array $arguments): mixed
    {
        $text = fn (int $place): string => is_scalar($arguments[$place] ?? null) ? (string) $arguments[$place] : '';

        return match ($function) {
            'lower' => $arguments[0] === null ? null : mb_strtolower($text(0)),
            'replace' => ($arguments[0] ?? null) === null ? null : @preg_replace($text(1), $text(2), mb_strcut($text(0), 0, 10_000)),
            'either' => array_values(array_filter($arguments, fn (mixed $one): bool => $one !== null && $one !== '' && $one !== []))[0] ??
                null,
            'pairs' => self::pairs($arguments[0] ?? null),
            'join' => self::joined($arguments),
            'filters' => CapabilityFilter::alternatives($text(0), $text(1)),
            default => FnDispatcher::getInstance()($function, $arguments),
        };
    }

    /**
     * @param  array<int, mixed>  $arguments
     *
     * @throws UnusableExpression where it would be too long: a long text between many grows by the product of both
     */
    private static function joined(array $arguments): mixed
    {
        $items = is_array($arguments[1] ?? null) ? array_filter($arguments[1], is_string(...)) : [];
        $length =
            (is_string($arguments[0] ?? null) ? strlen($arguments[0]) : 0) * count($items) + array_sum(array_map(strlen(...), $items));

        return $length > self::JOINED
            ? throw new UnusableExpression('what it joins is too long')
            : FnDispatcher::getInstance()('join', $arguments);
    }

    /** @return list<array{id: string, range: mixed}>|null */
    private static function pairs(mixed $object): ?array
    {
        return is_array($object) && (! array_is_list($object) || $object === [])
            ? array_map(
                fn (string|int $name, mixed $value): array => ['id' => (string) $name, 'range' => $value],
                array_keys($object),
                $object,
            )
            : null;
    }
}
