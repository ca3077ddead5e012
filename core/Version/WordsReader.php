<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * Ranges as people write them in words: "1.3 or newer", "1.2 to 1.4", "before 2.0", "1.2, 1.3 or 1.5", "1.x", "not 1.1", "any
 * version". A version that has blanks in it stands in quotes.
 */
final readonly class WordsReader
{
    private const VERSION = '(?i:versions?\s+|v(?=\d))?("[^"]+"|[^\s,"]*[^\s,"+])';

    /** How a piece begins and ends => what its versions are to it. */
    private const FORMS = [
        '(?i:any|all|every)(?i:\s+versions?)?' => [],
        '(?i:between)\s+V\s+(?i:and)\s+V' => [Operator::AtLeast, Operator::AtMost],
        '(?i:up\s+to|at\s+most|until|through)\s+V' => [Operator::AtMost],
        // Numbers with a dash between them are a span among words, not one version.
        '(?i:from\s+)?(?i:versions?\s+|v(?=\d))?(\d+(?:\.\d+)+)-(\d+(?:\.\d+)+)' => [Operator::AtLeast, Operator::AtMost],
        '(?i:from\s+)?V\s*(?:\s(?i:to|through|until|up\s+to)\s|\s-\s|–)\s*V' => [Operator::AtLeast, Operator::AtMost],
        'V(?:\s+(?i:or|and)\s+(?i:newer|later|above|higher|up(?:wards?)?|on(?:wards?)?|after)|\s+(?i:onwards?|upwards?)|\+)' => [
            Operator::AtLeast,
        ],
        'V\s+(?i:or|and)\s+(?i:older|earlier|below|lower|before)' => [Operator::AtMost],
        '(?i:since|from|at\s+least|starting\s+(?:with|from))\s+V(?:\s+(?i:on(?:wards?)?))?' => [Operator::AtLeast],
        '(?i:(?:newer|later|higher|more|greater)\s+than|after|above)\s+V' => [Operator::Above],
        '(?i:(?:older|earlier|lower|less)\s+than|before|below)\s+V' => [Operator::Below],
        '(?i:(?:works?|tested|compatible)\s+(?:with|on|in)\s+|for\s+|(?:only|exactly|just)\s+)?V(?:\s+(?i:only))?' => [Operator::Equal],
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
        $but = $this->text->take('\s*(?i:not|except|all\s+but|any\s+but)\s+'.self::VERSION.'\s*$');
        if ($but !== null) {
            // All on either side of it.
            return new Range([[$this->bound(Operator::Below, $but[1], 0)], [$this->bound(Operator::Above, $but[1], 0)]]);
        }
        do {
            $this->text->take('\s+');
            $alternatives[] = $this->line() ?? $this->piece();
        } while ($this->text->take('\s*,\s*(?i:(?:or|and)\s+)?|\s+(?i:or|and)\s+') !== null);
        if (! $this->text->atEnd()) {
            throw $this->text->expected('"or", a comma or the end');
        }

        return new Range($alternatives);
    }

    /** @return list<Bound>|null of "1.x": from 1 on, and before 2; null for what is none */
    private function line(): ?array
    {
        $offset = $this->text->offset;
        $found = $this->text->take(
            '(?i:versions?\s+|v(?=\d))?((?:\d{1,9}\.)*)(\d{1,9})\.[xX*](?=\s*,|\s+(?i:or|and)\s+(?!newer|later|older|earlier|up|above'.
            '|below|higher|lower)|\s*$)',
        );

        return $found === null
            ? null
            : [
                $this->bound(Operator::AtLeast, $found[1].$found[2], $offset),
                $this->bound(Operator::Below, $found[1].((int) $found[2] + 1), $offset),
            ];
    }

    /** @return list<Bound> */
    private function piece(): array
    {
        $offset = $this->text->offset;
        foreach (self::FORMS as $form => $operators) {
            $found = $this->text->take('(?:'.str_replace('V', self::VERSION, $form).')(?=\s*,|\s+(?i:or|and)\s|\s*$)');
            if ($found !== null) {
                return array_map(
                    fn (Operator $operator, string $label): Bound => $this->bound($operator, $label, $offset),
                    $operators,
                    array_slice($found, 1, count($operators)),
                );
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
