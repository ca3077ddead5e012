<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Number\Claim;
use Stasimon\Core\Number\NumberGroup;

/** Versions of a game in which mods take numbers: how a config says so, which there are, and which move together. */
final readonly class NumberForm
{
    /**
     * @param  list<string>  $versions  of the game
     * @param  string  $line  a pattern for a line of a config, with groups "name" and "number"
     * @param  list<array{int, int}>  $reserved  runs that the game itself has: first and last
     * @param  array{string, string}|null  $pair  patterns for the names of the first and the second of a pair, with a group "what"
     * @param  string  $world  the field of a world's file that lists the numbers it uses; nothing where none does
     */
    private function __construct(
        public array $versions,
        public int $least,
        public int $most,
        private string $line,
        public array $reserved,
        private ?array $pair,
        public string $world,
    ) {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $pair = $node->optional('pair');
        $reserved = [];
        foreach ($node->listed('reserved') as $run) {
            $reserved[] = [$run->field('first')->whole(), $run->field('last')->whole()];
        }
        [$least, $most] = [$node->field('least')->whole(), $node->field('most')->whole()];
        if ($least < 0 || $most > 100_000 || $least >= $most) {
            throw $node->field('most')->wrong('numbers from nought to 100,000 are expected, the least first.');
        }

        return new self(
            array_map(fn (Node $version): string => $version->text(), $node->field('versions')->items()),
            $least,
            $most,
            Pattern::read($node->field('line')),
            $reserved,
            $pair === null ? null : [Pattern::read($pair->field('first')), Pattern::read($pair->field('second'))],
            $node->optional('world')?->text() ?? '',
        );
    }

    /**
     * What a config claims.
     *
     * @return list<Claim>
     */
    public function claims(string $path, string $text, string $owner): array
    {
        $claims = [];
        foreach (preg_split('/\r\n|\n|\r/', $text) ?: [] as $n => $line) {
            if (preg_match($this->line, $line, $found) === 1 && preg_match('/^\d{1,6}$/D', $found['number'] ?? '') === 1) {
                $claims[] = new Claim(trim($found['name'] ?? ''), (int) $found['number'], $path, $n + 1, $owner);
            }
        }

        return $claims;
    }

    /**
     * A text with other numbers in some of its lines, and not another byte changed.
     *
     * @param  array<int, int>  $numbers  line, from 1 => number
     */
    public function withNumbers(string $text, array $numbers): string
    {
        // With their ends, which are the same as those by which claims are counted.
        $parts = preg_split('/(\r\n|\n|\r)/', $text, flags: PREG_SPLIT_DELIM_CAPTURE) ?: [];
        foreach ($numbers as $line => $number) {
            $at = 2 * ($line - 1);
            $parts[$at] = $this->renumbered($parts[$at] ?? '', $number);
        }

        return implode('', $parts);
    }

    /** A line of a config with another number in it. */
    public function renumbered(string $line, int $number): string
    {
        if (preg_match($this->line, $line, $found, PREG_OFFSET_CAPTURE) !== 1 || ! isset($found['number'])) {
            return $line;
        }

        return substr_replace($line, (string) $number, $found['number'][1], strlen($found['number'][0]));
    }

    /**
     * Claims as they move: pairs of one config together, the others by themselves.
     *
     * @param  list<Claim>  $claims
     * @param  array<int, true>  $used  numbers that a world uses
     * @return list<NumberGroup>
     */
    public function groups(array $claims, array $used): array
    {
        $firsts = $seconds = $groups = [];
        foreach ($claims as $index => $claim) {
            foreach ($this->pair ?? [] as $which => $pattern) {
                if (preg_match($pattern, $claim->name, $found) === 1) {
                    $key = "{$claim->file} ".mb_strtolower($found['what'] ?? '');
                    $which === 0 ? ($firsts[$key] ??= $index) : ($seconds[$key] ??= $index);
                }
            }
        }
        $paired = [];
        foreach (array_intersect_key($firsts, $seconds) as $key => $first) {
            $paired[$first] = $seconds[$key];
        }
        foreach ($claims as $index => $claim) {
            if (isset($paired[$index])) {
                $other = $claims[$paired[$index]];
                $places = array_unique([
                    ...isset($used[$claim->number]) ? [$claim->number] : [],
                    ...isset($used[$other->number]) ? [$other->number - 1] : [],
                ]);
                $groups[] = new NumberGroup([$claim, $other], $places !== [], count($places) === 1 ? $places[0] : null);
            } elseif (! in_array($index, $paired, true)) {
                $groups[] = new NumberGroup([$claim], isset($used[$claim->number]));
            }
        }

        return $groups;
    }

    /** @return array<int, true> numbers that the game has */
    public function ofGame(): array
    {
        $numbers = [];
        foreach ($this->reserved as [$first, $last]) {
            $numbers += array_fill(max(0, $first), max(0, min(100_000, $last) - $first + 1), true);
        }

        return $numbers;
    }
}
