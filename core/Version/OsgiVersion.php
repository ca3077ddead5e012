<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * A version of major, minor and micro number and a qualifier, which is compared as a text; what is missing is 0 or nothing.
 *
 * Source: OSGi Core Release 8, section 3.2.5.
 */
final readonly class OsgiVersion implements Version
{
    /** @param  array{string, string, string}  $numbers  digits without leading zeros */
    private function __construct(private array $numbers, private string $qualifier)
    {
    }

    /** @throws UnusableVersion */
    public static function of(string $text): self
    {
        if (preg_match('/^\s*(\d{1,18})(?:\.(\d{1,18})(?:\.(\d{1,18})(?:\.([A-Za-z0-9_-]+))?)?)?\s*$/D', $text, $part) !== 1) {
            throw $text === '' ? UnusableVersion::empty() : UnusableVersion::notOsgi($text);
        }
        $number = fn (string $digits): string => ltrim($digits, '0');

        return new self([$number($part[1]), $number($part[2] ?? ''), $number($part[3] ?? '')], $part[4] ?? '');
    }

    public function compare(Version $other): int
    {
        if (! $other instanceof self) {
            return 1;
        }
        foreach ($this->numbers as $place => $number) {
            $order = [strlen($number), $number] <=> [strlen($other->numbers[$place]), $other->numbers[$place]];
            if ($order !== 0) {
                return $order;
            }
        }

        return strcmp($this->qualifier, $other->qualifier);
    }
}
