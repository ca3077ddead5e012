<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** The text of a range, with what the readers of every syntax need: a place, a pattern at it, and versions by label. */
final class RangeText
{
    public int $offset = 0;

    public function __construct(public readonly string $text)
    {
    }

    /**
     * Skips white space; true at the end of the text or at the bar that starts the next alternative.
     *
     * @phpstan-impure
     */
    public function atEndOfAlternative(): bool
    {
        $this->take('\s+');

        return $this->offset >= strlen($this->text) || substr($this->text, $this->offset, 2) === '||';
    }

    /** @phpstan-impure */
    public function atEnd(): bool
    {
        $this->take('\s+');

        return $this->offset >= strlen($this->text);
    }

    /**
     * Matches a pattern at the current place and moves behind it.
     *
     * @phpstan-impure
     *
     * @return list<string>|null  the groups, the whole match first
     */
    public function take(string $pattern): ?array
    {
        if (preg_match("\x01\\G(?:{$pattern})\x01", $this->text, $match, 0, $this->offset) !== 1) {
            return null;
        }
        $this->offset += strlen($match[0]);

        return array_values($match);
    }

    public function expected(string $what): UnusableRange
    {
        return UnusableRange::at($this->text, $this->offset, $what);
    }

    /** @throws UnusableRange */
    public function version(string $label, int $offset, Timeline $timeline): Version
    {
        try {
            return $timeline->version($label);
        } catch (UnusableVersion) {
            throw $timeline->scheme === Scheme::Sequence
                ? UnusableRange::unknownLabel($this->text, $label, $offset)
                : UnusableRange::at($this->text, $offset, 'a version');
        }
    }
}
