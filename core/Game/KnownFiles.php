<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** Files by whose contents the exact version of a game is known, where no file says it. */
final readonly class KnownFiles
{
    /** @param  array<string, array<string, string>>  $files  path => SHA-256 => version */
    public function __construct(private array $files = [])
    {
    }

    /** @throws UnusableDocument */
    public static function read(?Node $node): self
    {
        $files = [];
        foreach ($node?->entries() ?? [] as $path => $digests) {
            if (! InnerPath::isInside((string) $path)) {
                throw $digests->wrong('a path below the game\'s folder is expected, as in game.exe.');
            }
            foreach ($digests->entries() as $digest => $version) {
                if (preg_match('/^[0-9a-f]{64}$/D', (string) $digest) !== 1) {
                    throw $version->wrong('a SHA-256 in small letters is expected.');
                }
                $files[(string) $path][(string) $digest] = $version->text();
            }
        }

        return new self($files);
    }

    /** @return list<string> */
    public function paths(): array
    {
        return array_map(strval(...), array_keys($this->files));
    }

    public function version(string $path, string $sha256): ?string
    {
        return $this->files[$path][$sha256] ?? null;
    }
}
