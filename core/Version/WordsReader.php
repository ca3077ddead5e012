<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * Ranges as people write them in words: "1.3 or newer", "1.2 to 1.4", "before 2.0", "1.2, 1.3 or 1.5", "any version". A
 * version that has blanks in it stands in quotes.
 */
final readonly class WordsReader
{
    private const VERSION = '(?i:versions?\s+|v(?=\d))?("[^"]+"|[^\s,"]*[^\s,"+])';

    /** How a piece begins and ends => what its versions are to it. */
    private const FORMS = [
        '(?i:any|all|every)(?i:\s+versions?)?' => [],
        '(?i:between)\s+V\s+(?i:and)\s+V' => [Operator::AtLeast, Operator::AtMost],
        '(?i:up\s+to|at\s+most|until|through)\s+V' => [Operator::AtMost],
        '(?i:from\s+)?V\s*(?:\s(?i:to|through|until|up\s+to)\s|\s-\s|–)\s*V' => [Operator::AtLeast, Operator::AtMost],
        'V(?:\s+(?i:or|and)\s+(?i:newer|later|above|higher|up(?:wards?)?|after)|\+)' => [Operator::AtLeast],
        'V\s+(?i:or|and)\s+(?i:older|earlier|below|lower|before)' => [Operator::AtMost],
        '(?i:since|from|at\s+least|starting\s+(?:with|from))\s+V(?:\s+(?i:on(?:wards?)?))?' => [Operator::AtLeast],
        '(?i:(?:newer|later|higher)\s+than|after|above)\s+V' => [Operator::Above],
        '(?i:(?:older|earlier|lower)\s+than|before|below)\s+V' => [Operator::Below],
        '(?i:(?:only|exactly|just)\s+)?V(?:\s+(?i:only))?' => [Operator::Equal],
    ];

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
            $this->text->take('\s+');
            $alternatives[] = $this->piece();
        } while ($this->text->take('\s*,\s*(?i:(?:or|and)\s+)?|\s+(?i:or|and)\s+') !== null);
        if (! $this->text->atEnd()) {
            throw $this->text->expected('"or", a comma or the end');
        }

        return new Range($alternatives);
    }

    /** @return list<Bound> */
    private function piece(): array
    {
        $offset = $this->text->offset;
        foreach (self::FORMS as $form => $operators) {
            $found = $this->text->take('(?:'.str_replace('V', self::VERSION, $form).')(?=\s*,|\s+(?i:or|and)\s|\s*$)');
            if ($found !== null) {
                return array_map(fn (Operator $operator, string $label): Bound => $this->bound($operator, $label, $offset), $operators, array_slice($found, 1, count($operators)));
            }
        }
        throw $this->text->expected('a version, or words such as "1.3 or newer" or "before 2.0"');
    }

    private function bound(Operator $operator, string $label, int $offset): Bound
    {
        $label = trim($label, '"');

        return new Bound($operator, $this->text->version($label, $offset, $this->timeline), $label);
    }
}
