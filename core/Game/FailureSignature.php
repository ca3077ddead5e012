<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** How a game's or a platform's log words one kind of failure. */
final class FailureSignature
{
    /** Texts in a row on which a pattern may give up before it rests, and how many it is not asked about then. */
    private const PATIENCE = 100;

    private const REST = 10_000;

    private int $givenUp = 0;

    private int $rests = 0;

    /**
     * @param  string  $pattern  over the message of a log line; its groups name what is at fault
     * @param  string  $more  the same over the lines that the message goes on with; nothing if it does not
     */
    private function __construct(public readonly Failure $kind, private readonly string $pattern, private readonly string $more)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        return new self(
            $node->field('kind')->choice(Failure::class),
            Pattern::read($node->field('pattern')),
            $node->has('more') ? Pattern::read($node->field('more')) : '',
        );
    }

    /**
     * What its groups catch in a message; null when it is not about this.
     *
     * @return array<string, string>|null
     */
    public function catch(string $message): ?array
    {
        return $this->caught($this->pattern, $message);
    }

    /** @return array<string, string> what the groups catch in a line that the message goes on with */
    public function catchMore(string $message): array
    {
        return $this->more === '' ? [] : $this->caught($this->more, $message) ?? [];
    }

    /** @return array<string, string>|null */
    private function caught(string $pattern, string $message): ?array
    {
        if ($this->rests > 0) {
            $this->rests--;

            return null;
        }
        $isThere = preg_match($pattern, $message, $caught);
        if ($isThere !== 1) {
            $this->givenUp = $isThere === false ? $this->givenUp + 1 : 0;
            if ($this->givenUp >= self::PATIENCE) {
                [$this->givenUp, $this->rests] = [0, self::REST];
            }

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

    /** Whether its pattern catches something under a name. */
    public function catches(string $group): bool
    {
        return str_contains($this->pattern, "(?<{$group}>");
    }
}
