<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** Reads the text of a range against the timeline of the package it names. */
final class RangeReader
{
    /**
     * @param  Timeline  $timeline  of the package that the range names
     * @param  Syntax  $syntax  of the package that wrote the range
     *
     * @throws UnusableRange with the place in the text
     */
    public static function read(string $text, Syntax $syntax, Timeline $timeline): Range
    {
        return match (true) {
            trim($text) === '*' => new Range([[]]),
            $syntax === Syntax::Interval => (new IntervalReader($text, $timeline))->range(),
            $syntax === Syntax::Words => (new WordsReader($text, $timeline))->range(),
            $timeline->scheme === Scheme::Semver => SemverRangeReader::read($text),
            default => (new PlainRangeReader($text, $timeline))->range(),
        };
    }
}
