<?php

declare(strict_types=1);

namespace Standins\Game;

/** How the game is started this time. */
final readonly class Outing
{
    /**
     * @param  string  $side  client or server
     * @param  int  $seed  of what is left to chance
     * @param  bool  $played  whether it stays once it is up
     * @param  int|null  $port  at which it lets players in
     * @param  string  $joins  the server that it goes to
     */
    public function __construct(
        public string $side,
        public int $seed,
        public bool $played = false,
        public ?int $port = null,
        public string $joins = '',
    ) {
    }
}
