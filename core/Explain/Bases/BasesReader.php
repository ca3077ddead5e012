<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Resolve\RequestReader;

/** Reads the bases that a wish list is to be tried on: docs/formats/request.schema.json, the field "bases". */
final class BasesReader
{
    /**
     * @return list<TriedBase>
     *
     * @throws UnusableDocument
     */
    public static function read(string $json, Catalogue $catalogue): array
    {
        $document = Node::ofJson($json);
        $bases = array_map(
            fn (Node $node): TriedBase => new TriedBase(
                $node->field('name')->text(),
                RequestReader::wants($node->field('want')->items(), $catalogue),
            ),
            $document->field('bases')->items(),
        );

        return $bases === [] ? throw $document->field('bases')->wrong('at least one base is expected.') : $bases;
    }
}
