<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Version\Syntax;

/** Reads the request format, revision 1: docs/formats/request.schema.json. */
final class RequestReader
{
    /** @throws UnusableDocument with the place of the first thing that is wrong */
    public function read(string $json, Catalogue $catalogue): Request
    {
        $document = Node::ofJson($json);
        $document->expectFormat('stasimon/request');
        $channels = $document->optional('channels')?->entries() ?? [];

        return new Request(
            self::wants($document->field('want')->items(), $catalogue),
            array_map(fn (Node $node): string => $node->text(), $document->optional('have')?->entries() ?? []),
            self::wants($document->listed('forbid'), $catalogue),
            array_map(fn (Node $node): Channel => $node->choice(Channel::class), $channels),
            array_map(self::waiver(...), $document->listed('waive')),
            $document->optional('policy')?->choice(Policy::class) ?? Policy::Newest,
            array_map(self::choice(...), $document->listed('choose')),
        );
    }

    /**
     * @param  list<Node>  $nodes
     * @return list<Want>
     */
    public static function wants(array $nodes, Catalogue $catalogue): array
    {
        $wants = [];
        foreach ($nodes as $node) {
            CatalogueReader::checkRange($node, Syntax::Comparator, $catalogue);
            $wants[] = new Want($node->field('id')->id(), $node->optional('range')?->text() ?? '*');
        }

        return $wants;
    }

    /** @throws UnusableDocument */
    public static function choice(Node $node): Choice
    {
        return new Choice($node->field('of')->id(), $node->field('take')->id());
    }

    /** @throws UnusableDocument */
    public static function waiver(Node $node): Waiver
    {
        $relation = Relation::tryFrom($node->field('relation')->text());
        if ($relation !== Relation::Needs && $relation !== Relation::Breaks) {
            throw $node->field('relation')->wrong("\"{$node->field('relation')->text()}\" is not one of needs, breaks.");
        }

        return new Waiver($node->field('id')->id(), $node->field('version')->text(), $relation, $node->field('target')->id());
    }
}
