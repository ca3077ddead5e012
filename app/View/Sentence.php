<?php

declare(strict_types=1);

namespace App\View;

use Stasimon\Core\Plan\Plan;

/** The base of an instance in words, with the alternatives of each part. */
final readonly class Sentence
{
    /**
     * @param  string  $game  names, as are loader and runtime
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $builds
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $runtimes
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $memory
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $expansions  of the game, here where
     *     they are on
     * @param  string  $state  how the instance stands, in a sentence or two
     * @param  string  $otherwise  what a draft would make of it
     */
    public function __construct(
        public Plan $plan,
        public string $game,
        public string $loader,
        public string $runtime,
        public string $gigabytes,
        public array $builds,
        public array $runtimes,
        public array $memory,
        public string $state,
        public bool $hasNumbers = false,
        public bool $hasStages = false,
        public array $expansions = [],
        public string $otherwise = '',
    ) {
    }

    /** What of the game's expansions is on; nothing where it has none. */
    public function expanded(): string
    {
        $on = array_column(array_filter($this->expansions, fn (array $one): bool => $one['here']), 'label');

        return $this->expansions === []
            ? ''
            : ($on === []
                ? 'no expansion'
                : (count($on) > 2
                    ? count($on).' expansions'
                    : implode(' and ', $on)));
    }
}
