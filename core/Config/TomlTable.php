<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * A table of a TOML document while that is read. What was begun in one way is not gone on with in another. Source: the TOML
 * specification, version 1.0.0, "Keys", "Table", "Inline Table" and "Array of Tables".
 */
final class TomlTable
{
    /** @var array<mixed> tables and lists of them that may become more, and values, which do not; among these inline tables and lists */
    private array $entries = [];

    public function __construct(private TableOrigin $how = TableOrigin::Begun)
    {
    }

    /** The table on the way to another one that a header names; null where something else is in the way. */
    public function past(string $key): ?self
    {
        $here = $this->entries[$key] ??= new self(TableOrigin::Named);

        return $here instanceof self ? $here : self::lastOf($here);
    }

    /** The table that a header begins; null where it, or something else, is there already. */
    public function begin(string $key): ?self
    {
        $here = $this->entries[$key] ??= new self(TableOrigin::Named);
        if (! ($here instanceof self) || $here->how !== TableOrigin::Named) {
            return null;
        }
        $here->how = TableOrigin::Begun;

        return $here;
    }

    /** One more table of a list; null where something else is there. */
    public function append(string $key): ?self
    {
        $here = $this->entries[$key] ?? [];
        if (! is_array($here) || (isset($this->entries[$key]) && self::lastOf($here) === null)) {
            return null;
        }
        // Without a second holder the list is not copied for each table.
        unset($this->entries[$key]);
        $here[] = $next = new self();
        $this->entries[$key] = $here;

        return $next;
    }

    /** The table on the way along a key with dots; null where something else is there, or a header has begun it. */
    public function along(string $key): ?self
    {
        $here = $this->entries[$key] ??= new self(TableOrigin::Dotted);
        if (! ($here instanceof self) || $here->how === TableOrigin::Begun) {
            return null;
        }
        $here->how = TableOrigin::Dotted;

        return $here;
    }

    /** Whether nothing was there yet. */
    public function set(string $key, mixed $value): bool
    {
        if (array_key_exists($key, $this->entries)) {
            return false;
        }
        $this->entries[$key] = $value;

        return true;
    }

    /** @return array<mixed> */
    public function values(): array
    {
        return array_map(
            fn (mixed $one): mixed => match (true) {
                $one instanceof self => $one->values(),
                self::lastOf($one) !== null => array_map(
                    fn (mixed $table): mixed => $table instanceof self ? $table->values() : $table,
                    (array) $one,
                ),
                default => $one,
            },
            $this->entries,
        );
    }

    private static function lastOf(mixed $list): ?self
    {
        $last = is_array($list) && array_is_list($list) && $list !== [] ? $list[count($list) - 1] : null;

        return $last instanceof self ? $last : null;
    }
}
