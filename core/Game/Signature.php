<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** How a game's or a platform's log words one kind of failure. */
final readonly class Signature
{
    /** @param  string  $pattern  over the message of a log line; its groups name what is at fault */
    private function __construct(public Failure $kind, public string $pattern)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        return new self($node->field('kind')->choice(Failure::class), self::pattern($node->field('pattern')));
    }

    /** @throws UnusableDocument */
    public static function pattern(Node $node): string
    {
        return @preg_match($node->text(), '') === false ? throw $node->wrong('a pattern with its delimiters is expected.') : $node->text();
    }

    /**
     * What its groups catch in a message; null when it is not about this.
     *
     * @return array<string, string>|null
     */
    public function catch(string $message): ?array
    {
        if (preg_match($this->pattern, $message, $caught) !== 1) {
            return null;
        }
        $details = [];
        foreach ($caught as $name => $text) {
            if (is_string($name) && $text !== '') {
                $details[$name] = $text;
            }
        }

        return $details;
    }
}
