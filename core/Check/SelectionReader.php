<?php

declare(strict_types=1);

namespace Stasimon\Core\Check;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** Reads the selection out of a resolution, or out of any document that lists one in the same way. */
final class SelectionReader
{
    /**
     * @return array<string, string> package id => version
     *
     * @throws UnusableDocument with the place of the first thing that is wrong
     */
    public function read(string $json): array
    {
        $selection = [];
        foreach (Node::ofJson($json)->field('selection')->items() as $node) {
            $id = $node->field('id');
            if (isset($selection[$id->id()])) {
                throw $id->wrong("\"{$id->id()}\" is listed twice, and at most one release of each package can be in a line-up.");
            }
            $selection[$id->id()] = $node->field('version')->text();
        }

        return $selection;
    }
}
