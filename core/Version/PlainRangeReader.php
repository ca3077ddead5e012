<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** Comparators joined by spaces and "||", for schemes in which "^", "~" and "x" have no meaning. */
final readonly class PlainRangeReader
{
    private RangeText $text;

    public function __construct(string $text, private Timeline $timeline)
    {
        $this->text = new RangeText($text);
    }

    /** @throws UnusableRange */
    public function range(): Range
    {
        $alternatives = [];
        do {
            $bounds = [];
            while (! $this->text->atEndOfAlternative()) {
                $bounds = [...$bounds, ...$this->comparator()];
            }
            $alternatives[] = $bounds;
        } while ($this->text->take('\|\|') !== null);

        return new Range($alternatives);
    }

    /** @return list<Bound> */
    private function comparator(): array
    {
        $operator = $this->text->take('(>=|<=|>|<|=|)\s*')[1] ?? '';
        $offset = $this->text->offset;
        $label = $this->text->take('[^\s|<>=^~]+')[0] ?? throw $this->text->expected('a version');
        if ($label === '*' && $operator === '') {
            return [];
        }

        return [
            new Bound(Operator::from($operator === '' ? '=' : $operator), $this->text->version($label, $offset, $this->timeline), $label),
        ];
    }
}
