<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * A version that is the day on which it came out, as people have written days: 2011-07-04, 2011.7.4, 20110704, 4.7.2011,
 * "4 July 2011", "July 4, 2011"; with a letter or a number behind it where a day had several. Days as ISO 8601 has them are
 * told first; of a day in numbers with the year last, the first number is the day.
 */
final readonly class DateVersion implements Version
{
    private const MONTHS = [
        'jan' => 1,
        'feb' => 2,
        'mar' => 3,
        'apr' => 4,
        'may' => 5,
        'jun' => 6,
        'jul' => 7,
        'aug' => 8,
        'sep' => 9,
        'oct' => 10,
        'nov' => 11,
        'dec' => 12,
    ];

    private const MONTH = '(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sep(?:t(?:ember)?)?'.
        '|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)';

    /** Right behind a day, a 1 would be a digit of it. */
    private const AGAIN = '(?|[ _.-](?<again>[a-z]|[1-9]\d?)|(?<again>[a-z]|[2-9]\d?))?';

    private function __construct(private string $day, private string $again)
    {
    }

    /** @throws UnusableVersion */
    public static function of(string $text): self
    {
        $forms = [
            '(?<y>\d{4})([-.\/])(?<m>\d{1,2})\2(?<d>\d{1,2})',
            '(?<y>\d{4})(?<m>\d{2})(?<d>\d{2})',
            '(?<d>\d{1,2})([-.\/])(?<m>\d{1,2})\2(?<y>\d{4})',
            '(?<d>\d{1,2})(?:st|nd|rd|th)?[ _-](?<m>'.self::MONTH.')[ _,-]+(?<y>\d{4})',
            '(?<m>'.self::MONTH.')[ _-](?<d>\d{1,2})(?:st|nd|rd|th)?[ _,-]+(?<y>\d{4})',
        ];
        foreach ($forms as $form) {
            if (preg_match("~^\s*{$form}".self::AGAIN.'\s*$~Di', $text, $part) === 1) {
                $month = self::MONTHS[strtolower(substr($part['m'], 0, 3))] ?? (int) $part['m'];
                if (checkdate($month, (int) $part['d'], (int) $part['y'])) {
                    return new self(
                        sprintf('%04d-%02d-%02d', (int) $part['y'], $month, (int) $part['d']),
                        strtolower($part['again'] ?? ''),
                    );
                }
            }
        }
        throw $text === '' ? UnusableVersion::empty() : UnusableVersion::notDate($text);
    }

    public function compare(Version $other): int
    {
        return $other instanceof self
            ? [$this->day, strlen($this->again), $this->again] <=> [$other->day, strlen($other->again), $other->again]
            : 1;
    }

    /** "2011-07-04b": the same, as it can stand in a range. */
    public function iso(): string
    {
        return $this->day.(ctype_digit($this->again) ? "-{$this->again}" : $this->again);
    }
}
