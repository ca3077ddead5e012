<?php

declare(strict_types=1);

namespace App\View\Base;

/** What each part of a base could be instead. */
final readonly class Alternatives
{
    /**
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $builds
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $runtimes
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $memory
     * @param  list<array{value: string, label: string, words: string, here: bool, drafted: bool}>  $expansions  of the game, here where
     *     they are on
     */
    public function __construct(public array $builds, public array $runtimes, public array $memory, public array $expansions)
    {
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
