<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

use Stasimon\Core\Catalogue\Node;
use Stasimon\Core\Catalogue\UnusableDocument;

/** How the platform that a game runs on words its failures and its stack traces. Platforms are data: games/platforms/. */
final readonly class Platform
{
    /**
     * @param  string  $frame  a pattern with the groups class and method, over a line of a stack trace
     * @param  string  $cause  a pattern over the line that begins an exception's cause
     * @param  list<Signature>  $signatures  the most telling first
     */
    private function __construct(public string $frame, public string $cause, public array $signatures)
    {
    }

    /** @throws UnusableDocument */
    public static function read(string $json): self
    {
        $node = Node::ofJson($json);
        $node->expectFormat('stasimon/platform');

        return new self(Signature::pattern($node->field('frame')), Signature::pattern($node->field('cause')), array_map(Signature::read(...), $node->field('signatures')->items()));
    }

    /** For games whose platform is not known. */
    public static function none(): self
    {
        return new self('/^\s+at (?<class>[\w.$\/]+)\.(?<method>[\w$<>]+)\(/', '/^Caused by: /', []);
    }
}
