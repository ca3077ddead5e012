<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** A file in which a game writes, once it is up, what was asked for and is not there. */
final readonly class LoadReport
{
    /** Lines that are read. */
    private const LINES = 20_000;

    /**
     * @param  string  $path  relative to the instance's folder
     * @param  string  $missing  a pattern for a line, with the group "package", and "by" for who asks for it
     */
    private function __construct(public string $path, private string $missing)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $path = InnerPath::read($node->field('path'));

        return new self($path, Pattern::read($node->field('missing')));
    }

    /** @return array<string, list<string>> what is missing => who asks for it, in the order of the report */
    public function missing(string $text): array
    {
        $missing = [];
        foreach (array_slice(preg_split('/\r\n|\n|\r/', $text) ?: [], 0, self::LINES) as $line) {
            if (preg_match($this->missing, $line, $found) === 1 && ($found['package'] ?? '') !== '') {
                $missing[$found['package']] = array_values(
                    array_unique([...$missing[$found['package']] ?? [], ...array_filter([$found['by'] ?? ''])]),
                );
            }
        }

        return $missing;
    }
}
