<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** What it means when a platform runs out of one kind of memory. */
final readonly class MemoryWords
{
    /**
     * @param  string  $pattern  over what the log names as used up
     * @param  string  $words  a sentence or two
     * @param  bool  $moreHelps  whether more memory for the game could help
     */
    private function __construct(public string $pattern, public string $words, public bool $moreHelps)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        return new self(
            Pattern::read($node->field('pattern')),
            $node->field('words')->words(Limits::SUMMARY),
            $node->optional('moreHelps')?->flag() ?? false,
        );
    }
}
