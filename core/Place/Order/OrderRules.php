<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Order;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/** A list whose order counts, as it is now, and what is said of it: docs/formats/order-rules.schema.json. */
final readonly class OrderRules
{
    /**
     * @param  list<string>  $entries  each once
     * @param  list<OrderRule>  $rules
     */
    public function __construct(public array $entries, public array $rules)
    {
    }

    /** @throws UnusableDocument */
    public static function read(string $json): self
    {
        $node = Node::ofJson($json);
        $node->expectFormat('stasimon/order-rules');
        $entries = $seen = [];
        foreach ($node->field('entries')->items() as $item) {
            if (isset($seen['v'.$item->text()])) {
                throw $item->wrong("\"{$item->text()}\" is in the list twice.");
            }
            $seen['v'.$item->text()] = true;
            $entries[] = $item->text();
        }

        return new self(
            $entries,
            array_map(
                fn (Node $rule): OrderRule => new OrderRule(
                    $rule->field('first')->text(),
                    $rule->field('then')->text(),
                    $rule->optional('strength')?->choice(Strength::class) ?? Strength::Must,
                    $rule->optional('why')?->text() ?? '',
                ),
                $node->listed('rules'),
            ),
        );
    }
}
