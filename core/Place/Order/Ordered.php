<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Order;

/** An order, or the circle for which there is none. */
final readonly class Ordered
{
    /**
     * @param  list<string>|null  $order  null where rules that must hold form a circle
     * @param  list<int>  $dropped  indices of rules that should hold and were given up
     * @param  list<int>  $circle  indices of rules, each of which leads to the first of the next; nothing if there is none
     */
    public function __construct(public ?array $order, public array $dropped = [], public array $circle = [])
    {
    }

    /** @return string  docs/formats/order.schema.json */
    public function document(): string
    {
        return json_encode(
            ['format' => 'stasimon/order', 'revision' => 1] +
                ($this->order === null
                    ? ['outcome' => 'circle', 'circle' => self::rules($this->circle)]
                    : ['outcome' => 'ordered', 'order' => $this->order, 'dropped' => self::rules($this->dropped)]),
            JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        )."\n";
    }

    /**
     * @param  list<int>  $indices
     * @return list<array{rule: int}>
     */
    private static function rules(array $indices): array
    {
        return array_map(fn (int $rule): array => ['rule' => $rule], $indices);
    }
}
