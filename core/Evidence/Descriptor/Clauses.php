<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

/**
 * A header that holds clauses: OSGi Core Release 8, section 3.2.4. Clauses are separated by commas; each names one or more
 * things, and has attributes (key=value, key:type=value) and directives (key:=value), of which texts may be quoted.
 */
final class Clauses
{
    private int $at = 0;

    private function __construct(private readonly string $text)
    {
    }

    /**
     * @return list<array{name: string, own: mixed, attributes: array<string, mixed>, directives: array<string, string>}> one for each name;
     *     "own" is the attribute that is called like it
     *
     * @throws UnreadableDescriptor
     */
    public static function read(string $header, string $text): array
    {
        $clauses = new self($text);
        $found = [];
        do {
            array_push($found, ...$clauses->clause($header));
        } while ($clauses->take('\s*,') !== null);
        if ($clauses->take('\s*$') === null) {
            throw new UnreadableDescriptor(
                "its header {$header} cannot be read from \"".mb_strimwidth(mb_scrub(substr($text, $clauses->at)), 0, 40, '…').'" on.',
            );
        }

        return $found;
    }

    private function take(string $pattern): ?string
    {
        if (preg_match("~\\G{$pattern}~s", $this->text, $part, 0, $this->at) !== 1) {
            return null;
        }
        $this->at += strlen($part[0]);

        return $part[1] ?? '';
    }

    /** @return list<array{name: string, own: mixed, attributes: array<string, mixed>, directives: array<string, string>}> */
    private function clause(string $header): array
    {
        $names = $attributes = $directives = [];
        do {
            $key = $this->take('\s*([^\s,;:="]+(?:\s+[^\s,;:="]+)*)\s*') ?? $this->take('\s*"([^"]*)"\s*');
            if ($key === null) {
                // A comma at the end, or nothing at all, is met with and meant as nothing.
                break;
            }
            if ($this->take(':=') !== null) {
                $directives[$key] = $this->value($header);
            } elseif (($type = $this->take('(?::\s*([A-Za-z]+(?:\s*<\s*[A-Za-z]*\s*>)?)\s*)?=')) !== null) {
                $value = $this->value($header);
                $attributes[$key] = str_starts_with($type, 'List')
                    ? array_map(stripslashes(...), array_map(trim(...), preg_split('/(?<!\\\\),/', $value) ?: []))
                    : $value;
            } else {
                $names[] = $key;
            }
        } while ($this->take(';') !== null);

        return array_map(
            fn (string $name): array => [
                'name' => $name,
                'own' => $attributes[$name] ?? null,
                'attributes' => $attributes,
                'directives' => $directives,
            ],
            $names,
        );
    }

    private function value(string $header): string
    {
        $quoted = $this->take('\s*"((?:[^"\\\\]|\\\\.)*)"\s*');
        if ($quoted !== null) {
            return (string) preg_replace('/\\\\(["\\\\])/', '$1', $quoted);
        }

        return trim($this->take('([^,;"]*)') ?? throw new UnreadableDescriptor("its header {$header} cannot be read."));
    }
}
