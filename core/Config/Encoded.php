<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * A text as characters, and how it is written as bytes: that, and a mark of the byte order (Unicode, 23.8), stay when it is changed.
 * Only what comes to the same bytes again when it is written as it was is a text.
 */
final readonly class Encoded
{
    public const UTF8 = 'UTF-8';

    /** What XML may say of itself that is heeded; what says another thing is taken as what says nothing. */
    private const OF_XML = '/^(?:utf-8|us-ascii|iso-8859-(?:1|2|5|7|9|15)|windows-125[124]|koi8-[ru]|shift_jis|euc-(?:jp|kr)|gb18030'.
        '|big5)$/';

    /** @param  string  $encoding  as mbstring calls it */
    private function __construct(private ?ConfigSyntax $syntax, public string $text, public string $encoding, private string $mark)
    {
    }

    /** Null for bytes that are no text, or one that is written in a way that is not known. */
    public static function read(?ConfigSyntax $syntax, string $bytes): ?self
    {
        foreach (["\xEF\xBB\xBF" => self::UTF8, "\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'] as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                return self::as($syntax, substr($bytes, strlen($mark)), $encoding, $mark);
            }
        }
        $encoding =
            ($syntax === ConfigSyntax::Xml ? self::declared($bytes) : null) ??
            (preg_match('//u', $bytes) === 1 ? self::UTF8 : ($syntax === ConfigSyntax::Properties ? 'ISO-8859-1' : 'Windows-1252'));

        return self::as($syntax, $bytes, $encoding, '');
    }

    /**
     * The bytes of another text in its place.
     *
     * @return string|null null where it has a character that cannot be written so: {@see unwritable}
     */
    public function with(string $text): ?string
    {
        if ($this->encoding === 'ISO-8859-1' && $this->syntax === ConfigSyntax::Properties) {
            $text = self::escaped($text);
        }
        $bytes = self::bytes($text, $this->encodingFor($text));

        return $bytes === null ? null : $this->mark.$bytes;
    }

    /**
     * The first character of a text that cannot be written as this one is.
     *
     * @return array{string, int}|null the character, and its line from 1
     */
    public function unwritable(string $text): ?array
    {
        $encoding = $this->encodingFor($text);
        foreach (preg_split('/\r\n|\n|\r/', $text) ?: [] as $n => $line) {
            foreach (self::bytes($line, $encoding) === null ? mb_str_split($line) : [] as $sign) {
                if (self::bytes($sign, $encoding) === null) {
                    return [$sign, $n + 1];
                }
            }
        }

        return null;
    }

    /** Whether parts of either can stand in the other, as bytes. */
    public function isWrittenAs(self $other): bool
    {
        return $this->mark === $other->mark &&
            ($this->encoding === $other->encoding || (! $this->isWide() && ! $other->isWide() && ($this->isPlain() || $other->isPlain())));
    }

    /** Whether it has nothing but what is written alike nearly everywhere. */
    public function isPlain(): bool
    {
        return ! $this->isWide() && preg_match('/[^\x00-\x7F]/', $this->text) === 0;
    }

    private function isWide(): bool
    {
        return str_starts_with($this->encoding, 'UTF-16');
    }

    /** In words of the trade. */
    public function words(): string
    {
        return match ($this->encoding) {
            'UTF-16LE', 'UTF-16BE' => 'UTF-16',
            'Windows-1252' => 'windows-1252',
            default => $this->encoding,
        };
    }

    private static function as(?ConfigSyntax $syntax, string $bytes, string $encoding, string $mark): ?self
    {
        $text = (string) mb_convert_encoding($bytes, self::UTF8, $encoding);
        $isText =
            preg_match('/[\x00-\x08\x0E-\x19\x1C-\x1F]/', $text) === 0 && mb_convert_encoding($text, $encoding, self::UTF8) === $bytes;

        return $isText ? new self($syntax, $text, $encoding, $mark) : null;
    }

    private static function bytes(string $text, string $encoding): ?string
    {
        $bytes = (string) mb_convert_encoding($text, $encoding, self::UTF8);

        return mb_convert_encoding($bytes, self::UTF8, $encoding) === $text ? $bytes : null;
    }

    /** As XML says of itself (XML 1.0, 4.3.3): who changes what it says has it written so. */
    private function encodingFor(string $text): string
    {
        return $this->mark === '' && $this->syntax === ConfigSyntax::Xml ? self::declared($text) ?? self::UTF8 : $this->encoding;
    }

    private static function declared(string $text): ?string
    {
        return preg_match('/^<\?xml[^>]{0,100}\sencoding\s*=\s*["\'](?<name>[A-Za-z][\w.-]*)["\']/', $text, $part) === 1 &&
            preg_match(self::OF_XML, strtolower($part['name'])) === 1
            ? (strtolower($part['name']) === 'utf-8'
                ? self::UTF8
                : $part['name'])
            : null;
    }

    /** What ISO-8859-1 does not have as java.util.Properties has it written: units of UTF-16 in hexadecimal. */
    private static function escaped(string $text): string
    {
        return (string) preg_replace_callback(
            '/[^\x{0}-\x{FF}]/u',
            fn (array $sign): string => implode(
                '',
                array_map(
                    fn (string $unit): string => '\u'.strtoupper($unit),
                    str_split(bin2hex((string) mb_convert_encoding($sign[0], 'UTF-16BE', self::UTF8)), 4),
                ),
            ),
            $text,
        );
    }
}
