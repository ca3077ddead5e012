<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** Versions of a game that read no mods folder: what is merged into which archive of theirs. */
final readonly class MergeForm
{
    /**
     * @param  list<string>  $versions  of the game
     * @param  string  $archive  its own archive, below the instance's folder
     * @param  list<Kind>  $kinds  that are merged into it
     */
    private function __construct(public array $versions, public string $archive, public array $kinds)
    {
    }

    /** @throws UnusableDocument */
    public static function read(Node $node): self
    {
        $archive = $node->field('archive');

        return new self(
            array_map(fn (Node $version): string => $version->text(), $node->field('versions')->items()),
            InnerPath::read($archive),
            array_map(fn (Node $kind): Kind => $kind->choice(Kind::class), $node->field('kinds')->items()),
        );
    }
}
