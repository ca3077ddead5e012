<?php

declare(strict_types=1);

namespace Stasimon\Core\Base;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Node;
use Stasimon\Core\Catalogue\UnusableDocument;
use Stasimon\Core\Resolve\RequestReader;
use Stasimon\Core\Resolve\Want;

/** Reads a plan from the form in which it is kept. */
final class PlanReader
{
    /** @throws UnusableDocument */
    public static function read(string $json): Plan
    {
        $node = Node::ofJson($json);

        return new Plan(
            $node->field('game')->id(),
            $node->field('gameVersion')->text(),
            $node->field('loader')->id(),
            $node->field('loaderVersion')->text(),
            $node->field('runtime')->id(),
            $node->field('runtimeVersion')->text(),
            $node->field('memory')->whole(),
            array_map(fn (Node $want): Want => new Want($want->field('id')->id(), $want->field('range')->text()), $node->listed('wants')),
            array_map(fn (Node $channel): Channel => $channel->choice(Channel::class), $node->optional('channels')?->entries() ?? []),
            array_map(RequestReader::waiver(...), $node->listed('waivers')),
            $node->optional('putBack')?->flag() ?? false,
            array_map(fn (Node $want): Want => new Want($want->field('id')->id(), $want->field('range')->text()), $node->listed('off')),
            array_map(fn (Node $id): string => $id->id(), $node->listed('order')),
            array_map(fn (Node $note): string => $note->text(), $node->optional('waiverNotes')?->entries() ?? []),
            self::restore($node->optional('restore')),
            array_map(fn (Node $version): string => $version->text(), $node->optional('updating')?->entries() ?? []),
            array_map(fn (Node $rehearsal): int => $rehearsal->whole(), $node->optional('own')?->entries() ?? []),
        );
    }

    private static function restore(?Node $node): ?Restore
    {
        return $node === null ? null : new Restore(
            $node->field('point')->whole(),
            array_map(fn (Node $version): string => $version->text(), $node->field('versions')->entries()),
            $node->field('own')->flag(),
        );
    }
}
