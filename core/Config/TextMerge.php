<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * What two people made of one text, as one text: what only one of them changed is taken, and where both changed the same
 * lines, or lines beside each other, otherwise, it is contested.
 */
final readonly class TextMerge
{
    /**
     * @param  string  $text  with mine where it is contested
     * @param  list<array{int, string, string}>  $contested  the first line of the text as it was, from 1; mine, theirs
     */
    private function __construct(public string $text, public array $contested)
    {
    }

    /**
     * @param  bool  $isApart  whether changes of lines beside each other, and what both put in at one place, are taken for apart: mine
     *     first
     */
    public static function of(string $was, string $mine, string $theirs, bool $isApart = false): self
    {
        if ($was === $theirs || $mine === $theirs) {
            return new self($mine, []);
        }
        if ($was === $mine) {
            return new self($theirs, []);
        }
        [$base, $a, $b] = [Lines::of($was), Lines::of($mine), Lines::of($theirs)];
        $text = '';
        $contested = [];
        $at = 0;
        foreach (self::regions(Lines::changes($base, $a), Lines::changes($base, $b), $isApart) as [$from, $to, $ofMine, $ofTheirs]) {
            $text .= implode('', array_slice($base, $at, $from - $at));
            $mineHere = self::side($base, $a, $from, $to, $ofMine);
            $theirsHere = self::side($base, $b, $from, $to, $ofTheirs);
            if ($ofMine !== [] && $ofTheirs !== [] && $mineHere !== $theirsHere) {
                $contested[] = [$from + 1, $mineHere, $theirsHere];
            }
            $text .= $ofMine === [] ? $theirsHere : $mineHere;
            $at = $to;
        }

        return new self($text.implode('', array_slice($base, $at)), $contested);
    }

    /**
     * Parts of the text as it was in which changes overlap, or touch where that is not apart.
     *
     * @param  list<LineChange>  $mine
     * @param  list<LineChange>  $theirs
     * @return list<array{int, int, list<LineChange>, list<LineChange>}> from, to, the changes of both in it
     */
    private static function regions(array $mine, array $theirs, bool $isApart): array
    {
        $regions = [];
        [$i, $j] = [0, 0];
        while (isset($mine[$i]) || isset($theirs[$j])) {
            $from = min($mine[$i]->at ?? PHP_INT_MAX, $theirs[$j]->at ?? PHP_INT_MAX);
            $to = $from;
            $of = [[], []];
            if ($isApart) {
                // What is put in before a line goes before what becomes of that line.
                $place = fn (?LineChange $change): array => [$change->at ?? PHP_INT_MAX, ($change->lines ?? 0) > 0];
                $isMine = $place($mine[$i] ?? null) <= $place($theirs[$j] ?? null);
                $first = $of[$isMine ? 0 : 1][] = $isMine ? $mine[$i++] : $theirs[$j++];
                $to = $first->at + $first->lines;
            }
            do {
                $grew = false;
                foreach ([[&$i, $mine], [&$j, $theirs]] as $side => [&$index, $changes]) {
                    while (isset($changes[$index]) && ($isApart ? $changes[$index]->at < $to : $changes[$index]->at <= $to)) {
                        $to = max($to, $changes[$index]->at + $changes[$index]->lines);
                        $of[$side][] = $changes[$index++];
                        $grew = true;
                    }
                }
                unset($index);
            } while ($grew);
            $regions[] = [$from, $to, $of[0], $of[1]];
        }

        return $regions;
    }

    /**
     * What a side made of a part of the text.
     *
     * @param  list<string>  $base
     * @param  list<string>  $side
     * @param  list<LineChange>  $changes  of this side in the part
     */
    private static function side(array $base, array $side, int $from, int $to, array $changes): string
    {
        $text = '';
        foreach ($changes as $change) {
            $text .=
                implode('', array_slice($base, $from, $change->at - $from)).
                implode('', array_slice($side, $change->by, $change->byLines));
            $from = $change->at + $change->lines;
        }

        return $text.implode('', array_slice($base, $from, $to - $from));
    }
}
