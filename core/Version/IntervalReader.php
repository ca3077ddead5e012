<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * Bracket notation: [a,b), (a,b], [a], (,b], [a,) and several of them joined by commas.
 *
 * Source: Maven, "Dependency Version Requirement Specification"; a bare version means "this or newer", as in OSGi Core,
 * VersionRange.
 */
final readonly class IntervalReader
{
    private const VERSION = '[^\s,()\[\]]+';

    private RangeText $text;

    public function __construct(string $text, private Timeline $timeline)
    {
        $this->text = new RangeText($text);
    }

    /** @throws UnusableRange */
    public function range(): Range
    {
        if ($this->text->atEnd()) {
            throw $this->text->expected('"[", "(" or a version');
        }
        $alternatives = [];
        do {
            $alternatives[] = $this->alternative();
            $this->text->take('\s+');
        } while ($this->text->take(',') !== null);
        if (! $this->text->atEnd()) {
            throw $this->text->expected('a comma or the end');
        }

        return new Range($alternatives);
    }

    /** @return list<Bound> */
    private function alternative(): array
    {
        $this->text->take('\s+');
        $open = $this->text->take('[\[(]');
        if ($open === null) {
            return [$this->bound(Operator::AtLeast, $this->label() ?? throw $this->text->expected('"[", "(" or a version'))];
        }
        $lower = $this->label();
        $this->text->take('\s+');
        if ($this->text->take(',') === null) {
            return $this->single($open[0], $lower);
        }
        $upper = $this->label();
        $this->text->take('\s+');
        $close = $this->text->take('[\])]') ?? throw $this->text->expected('"]" or ")"');
        $bounds = [];
        if ($lower !== null) {
            $bounds[] = $this->bound($open[0] === '[' ? Operator::AtLeast : Operator::Above, $lower);
        }
        if ($upper !== null) {
            $bounds[] = $this->bound($close[0] === ']' ? Operator::AtMost : Operator::Below, $upper);
        }

        return $bounds;
    }

    /**
     * @param  array{string, int}|null  $label
     * @return list<Bound>
     */
    private function single(string $open, ?array $label): array
    {
        if ($label === null) {
            throw $this->text->expected('a version');
        }
        if ($open !== '[') {
            throw $this->text->expected('a comma');
        }
        if ($this->text->take('\]') === null) {
            throw $this->text->expected('a comma or "]"');
        }

        return [$this->bound(Operator::Equal, $label)];
    }

    /** @return array{string, int}|null  a version as it is written, and where */
    private function label(): ?array
    {
        $this->text->take('\s+');
        $offset = $this->text->offset;
        $label = $this->text->take(self::VERSION);

        return $label === null ? null : [$label[0], $offset];
    }

    /** @param  array{string, int}  $label */
    private function bound(Operator $operator, array $label): Bound
    {
        return new Bound($operator, $this->text->version($label[0], $label[1], $this->timeline), $label[0]);
    }
}
