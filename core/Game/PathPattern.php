<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** Files by their paths: * stands for anything in one name, ** for anything on the way. */
final readonly class PathPattern
{
    private string $regex;

    public function __construct(string $pattern)
    {
        $this->regex = Pattern::bounded('~^'.strtr(preg_quote($pattern, '~'), ['\*\*' => '.*', '\*' => '[^/]*']).'$~D');
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        return new self($node->words(Limits::PATH));
    }

    public function covers(string $path): bool
    {
        return preg_match($this->regex, $path) === 1;
    }
}
