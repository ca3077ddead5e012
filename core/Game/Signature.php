<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** How a game's or a platform's log words one kind of failure. */
final readonly class Signature
{
    /**
     * @param  string  $pattern  over the message of a log line; its groups name what is at fault
     * @param  string  $more  the same over the lines that the message goes on with; nothing if it does not
     */
    private function __construct(public Failure $kind, private string $pattern, private string $more)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        return new self($node->field('kind')->choice(Failure::class), self::pattern($node->field('pattern')), $node->has('more') ? self::pattern($node->field('more')) : '');
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
        return self::caught($this->pattern, $message);
    }

    /** @return array<string, string> what the groups catch in a line that the message goes on with */
    public function catchMore(string $message): array
    {
        return $this->more === '' ? [] : self::caught($this->more, $message) ?? [];
    }

    /** @return array<string, string>|null */
    private static function caught(string $pattern, string $message): ?array
    {
        if (preg_match($pattern, $message, $caught) !== 1) {
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
