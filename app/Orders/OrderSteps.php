<?php

declare(strict_types=1);

namespace App\Orders;

use App\Drafts\Drafting;
use App\Models\Draft;
use App\Models\Instance;
use App\Refusal\Refusal;
use Stasimon\Core\Place\Order\Ordering;
use Stasimon\Core\Place\Order\OrderRule;
use Stasimon\Core\Place\Order\OrderRules;
use Stasimon\Core\Place\Order\Strength;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\Rule;

/** Changes orders, each time as a step of the draft. */
final readonly class OrderSteps
{
    public function __construct(private Drafting $drafting, private OrderLists $lists)
    {
    }

    /**
     * Puts a list into an order.
     *
     * @param  list<string>  $ids  as they are shown: what wins, or is started first, at the top; those of the list that are not named go to
     *     the bottom
     * @return string what came of it, as far as rules and needs let it
     */
    public function arrange(Instance $instance, string $key, array $ids, ?int $seen = null): string
    {
        $list = $this->list($instance, $key);
        $ids = array_values(array_unique(array_intersect($ids, $list->shown())));
        $asked = [...$ids, ...array_values(array_diff($list->shown(), $ids))];
        $order = array_flip($list->isStart() ? $asked : array_reverse($asked));
        foreach ($this->lists->extended($instance) as $rule) {
            if (isset($order[$rule->first], $order[$rule->then]) && $order[$rule->first] > $order[$rule->then]) {
                throw Refusal::conflict("{$rule->why}, so it lies over it and not under. Nothing was changed.");
            }
        }
        $this->drafting->step(
            $instance,
            fn (Plan $plan): Plan => $plan->arranging(...$list->isStart() ? $asked : array_reverse($asked))->puttingBack(),
            $seen,
        );

        return $this->list($instance->refresh(), $key)->shown() === $asked
            ? 'The order is in the draft.'
            : 'The order is in the draft, as far as rules and needs let it.';
    }

    /** Moves one entry by a place, up or down. */
    public function move(Instance $instance, string $key, string $id, bool $up): string
    {
        $ids = $this->list($instance, $key)->shown();
        $at = array_search($id, $ids, true);
        $to = $at === false ? -1 : $at + ($up ? -1 : 1);
        if ($at === false || ! isset($ids[$to])) {
            throw Refusal::conflict('It is at that end of the list already. Nothing was changed.');
        }
        [$ids[$at], $ids[$to]] = [$ids[$to], $ids[$at]];

        return $this->arrange($instance, $key, array_values($ids));
    }

    /** Has one package win over another from now on, whatever the order is. */
    public function rule(Instance $instance, Rule $rule, ?int $seen = null): Draft
    {
        $rule->first !== $rule->then || throw Refusal::unusable('A package cannot come before itself. Nothing was changed.');
        $names = $this->lists->names($instance);
        $starts = $this->lists->of($instance)['start'] ?? null;
        $extended = $this->lists->extended($instance);
        foreach ([$rule->first, $rule->then] as $id) {
            isset($names[$id]) || throw Refusal::notFound('One of the two is not in the line-up. Nothing was changed.');
        }

        return $this->drafting->step(
            $instance,
            function (Plan $plan) use ($rule, $names, $starts, $extended): Plan {
                $next = $plan->ruling($rule);
                self::refuseCircle($next->rules, $extended, $names, $starts);

                return $next->puttingBack();
            },
            $seen,
        );
    }

    /**
     * @param  list<Rule>  $ruled
     * @param  list<OrderRule>  $extended
     * @param  array<string, string>  $names
     */
    private static function refuseCircle(array $ruled, array $extended, array $names, ?OrderList $starts): void
    {
        $rules = [
            ...array_map(
                fn (Rule $one): OrderRule => new OrderRule($one->first, $one->then, Strength::Must, $one->why),
                $ruled,
            ),
            ...$extended,
        ];
        $circle = Ordering::of(new OrderRules(array_map(strval(...), array_keys($names)), $rules))->circle;
        if ($circle !== []) {
            throw Refusal::conflict(
                'That would be a circle: '.
                    implode(
                        ', ',
                        array_map(
                            fn (int $one): string => OrderLists::words(
                                $starts,
                                $rules[$one]->first,
                                $rules[$one]->then,
                                $names[$rules[$one]->first] ?? $rules[$one]->first,
                                $names[$rules[$one]->then] ?? $rules[$one]->then,
                            ).($rules[$one]->why === '' ? '' : " ({$rules[$one]->why})"),
                            $circle,
                        ),
                    ).
                    '. One of them has to go; nothing was changed.',
            );
        }
    }

    public function unrule(Instance $instance, string $first, string $then): Draft
    {
        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->unruling($first, $then)->puttingBack());
    }

    private function list(Instance $instance, string $key): OrderList
    {
        return $this->lists->of($instance)[$key] ??
            throw Refusal::notFound('There is no such list in this instance any more. Nothing was changed.');
    }
}
