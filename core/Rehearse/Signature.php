<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

use Stasimon\Core\Catalogue\Node;
use Stasimon\Core\Catalogue\UnusableDocument;

/** How a game's log words one kind of failure. */
final readonly class Signature
{
    /** @param  string  $pattern  over the message of a log line; its groups name what is at fault */
    private function __construct(public Failure $kind, public string $pattern)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $pattern = $node->field('pattern');
        if (@preg_match($pattern->text(), '') === false) {
            throw $pattern->wrong('a pattern with its delimiters is expected.');
        }

        return new self($node->field('kind')->choice(Failure::class), $pattern->text());
    }
}
