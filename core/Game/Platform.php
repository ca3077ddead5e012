<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** How the platform that a game runs on words its failures and its stack traces. Platforms are data: games/platforms/. */
final readonly class Platform
{
    /**
     * @param  string  $frame  a pattern with the groups class and method, or file where frames name files, over a line of a stack trace
     * @param  string  $cause  a pattern over the line that begins an exception's cause
     * @param  string  $throwable  a pattern with the groups exception and message, over a line that is an exception if a frame follows;
     *     nothing if none
     * @param  string  $uncaught  a pattern over the line by which the runtime says that nobody caught it and it ends; nothing if none
     * @param  string  $inline  what stands between an exception and its cause in one line; nothing if they never do
     * @param  string  $thread  a pattern with the group thread, over the line before each stack of the runtime's own section on a deadlock;
     *     nothing if it has none
     * @param  list<FailureSignature>  $signatures  the most telling first
     * @param  string  $before  a pattern over the line that begins a trace which comes before its exception, the innermost call last;
     *     nothing if traces follow
     * @param  string  $ended  a pattern over the line, after an exception, by which the runtime says that it ends for it; nothing if none
     * @param  string  $died  a pattern over the line by which the runtime says that one thread ended and the others go on; nothing if none
     * @param  string  $goesOn  a pattern over the lines of a trace that are neither a frame nor a cause; nothing if none
     * @param  string  $suppressed  a pattern over the line that begins an exception which was kept from being told; nothing if none
     * @param  list<MemoryWords>  $memory  what it can run out of, the first that fits counts
     * @param  int  $firstLevel  the level of compiled code that is for the runtime's version 1, where logs name levels; 0 where they name
     *     versions
     */
    private function __construct(
        public string $frame,
        public string $cause,
        public string $throwable,
        public string $uncaught,
        public string $inline,
        public string $thread,
        public array $signatures,
        public string $before = '',
        public string $ended = '',
        public string $died = '',
        public string $goesOn = '',
        public string $suppressed = '',
        public array $memory = [],
        private int $firstLevel = 0,
    ) {
    }

    /** @throws UnusableDocument */
    public static function read(string $json): self
    {
        $node = Node::ofJson($json);
        $node->expectFormat('stasimon/platform');

        return new self(
            Pattern::read($node->field('frame')),
            Pattern::read($node->field('cause')),
            $node->has('throwable') ? Pattern::read($node->field('throwable')) : '',
            $node->has('uncaught') ? Pattern::read($node->field('uncaught')) : '',
            $node->optional('inline')?->text() ?? '',
            $node->has('thread') ? Pattern::read($node->field('thread')) : '',
            array_map(FailureSignature::read(...), $node->field('signatures')->items()),
            $node->has('before') ? Pattern::read($node->field('before')) : '',
            $node->has('ended') ? Pattern::read($node->field('ended')) : '',
            $node->has('died') ? Pattern::read($node->field('died')) : '',
            $node->has('goesOn') ? Pattern::read($node->field('goesOn')) : '',
            $node->has('suppressed') ? Pattern::read($node->field('suppressed')) : '',
            array_map(MemoryWords::read(...), $node->listed('memory')),
            $node->optional('firstLevel')?->whole() ?? 0,
        );
    }

    /** The version of the runtime that a log means, by its number or by the level of code that it runs. */
    public function version(int $said): int
    {
        return $this->firstLevel > 0 && $said >= $this->firstLevel ? 1 + $said - $this->firstLevel : $said;
    }

    /** What it means that this is used up; null where it is nothing of its own. */
    public function memoryWords(string $what): ?MemoryWords
    {
        foreach ($this->memory as $words) {
            if (preg_match($words->pattern, $what) === 1) {
                return $words;
            }
        }

        return null;
    }

    /** For games whose platform is not known. */
    public static function none(): self
    {
        return new self(
            '/^\s+at (?<class>[\w.$\/]+)\.(?<method>[\w$<>]+)\(/',
            '/^Caused by: /',
            '',
            '',
            '',
            '',
            [],
            goesOn: '/^\s+(?:\.\.\. \d+ (?:more|lines matching)|- |--- End of)/',
            suppressed: '/^\s+Suppressed: /',
        );
    }
}
