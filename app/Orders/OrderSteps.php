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
     * @param  list<string>  $ids  the last of which wins; those of the list that are not named come first
     */
    public function arrange(Instance $instance, string $key, array $ids, ?int $seen = null): Draft
    {
        $list = $this->list($instance, $key);
        $ids = array_values(array_unique(array_intersect($ids, $list->ids)));

        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->arranging(...array_values(array_diff($list->ids, $ids)), ...$ids)->puttingBack(), $seen);
    }

    /** Moves one entry by a place, up or down, where up wins. */
    public function move(Instance $instance, string $key, string $id, bool $up): Draft
    {
        $ids = $this->list($instance, $key)->ids;
        $at = array_search($id, $ids, true);
        $to = $at === false ? -1 : $at + ($up ? 1 : -1);
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
        foreach ([$rule->first, $rule->then] as $id) {
            isset($names[$id]) || throw Refusal::notFound('One of the two is not in the line-up. Nothing was changed.');
        }

        return $this->drafting->step($instance, function (Plan $plan) use ($rule, $names): Plan {
            $next = $plan->ruling($rule);
            $rules = array_map(fn (Rule $one): OrderRule => new OrderRule($one->first, $one->then, Strength::Must, $one->why), $next->rules);
            $circle = Ordering::of(new OrderRules(array_map(strval(...), array_keys($names)), $rules))->circle;
            if ($circle !== []) {
                throw Refusal::conflict('That would be a circle: '.implode(', ', array_map(fn (int $one): string => ($names[$rules[$one]->then] ?? $rules[$one]->then).' wins over '.($names[$rules[$one]->first] ?? $rules[$one]->first).($rules[$one]->why === '' ? '' : " ({$rules[$one]->why})"), $circle)).'. Take one of these back first; nothing was changed.');
            }

            return $next->puttingBack();
        }, $seen);
    }

    public function unrule(Instance $instance, string $first, string $then): Draft
    {
        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->unruling($first, $then)->puttingBack());
    }

    private function list(Instance $instance, string $key): OrderList
    {
        return $this->lists->of($instance)[$key] ?? throw Refusal::notFound('There is no such list in this instance any more. Nothing was changed.');
    }
}
