<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** How a game's configs are named after what they belong to, and which of them a client and its server must have alike. */
final readonly class ConfigForm
{
    /**
     * @param  list<string>  $names  patterns for paths, with a group "package"
     * @param  list<string>  $shared  paths, with * for any characters
     */
    public function __construct(private array $names = [], private array $shared = [])
    {
    }

    /** @throws UnusableDocument */
    public static function read(?Node $node): self
    {
        $names = array_map(fn (Node $name): string => Pattern::read($name, 'package'), $node?->listed('names') ?? []);

        return new self($names, array_map(fn (Node $path): string => $path->text(), $node?->listed('shared') ?? []));
    }

    /** What a config is named after, as it stands in its name; null where its name says nothing. */
    public function namedAfter(string $path): ?string
    {
        foreach ($this->names as $pattern) {
            if (preg_match($pattern, $path, $found) === 1 && ($found['package'] ?? '') !== '') {
                return strtolower($found['package']);
            }
        }

        return null;
    }

    /** Whether a client and its server must have it alike. */
    public function isShared(string $path): bool
    {
        foreach ($this->shared as $pattern) {
            if (fnmatch($pattern, $path)) {
                return true;
            }
        }

        return false;
    }
}
