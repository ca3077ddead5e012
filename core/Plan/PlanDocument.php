<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Resolve\Choice;
use Stasimon\Core\Resolve\RequestReader;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

/** A plan in the form in which it is kept and given away, as JSON. */
final class PlanDocument
{
    /** @var \WeakMap<Plan, string>|null  what was written: a plan never changes, and whoever keeps one asks again and again */
    private static ?\WeakMap $written = null;

    public static function write(Plan $plan): string
    {
        self::$written ??= new \WeakMap();

        return self::$written[$plan] ??= self::written($plan);
    }

    /** @throws UnusableDocument */
    public static function read(string $json): Plan
    {
        return self::of(Node::ofJson($json));
    }

    /** @throws UnusableDocument */
    public static function of(Node $node): Plan
    {
        $waivers = array_map(RequestReader::waiver(...), $node->listed('waivers'));
        $notes = array_map(fn (Node $note): string => $note->text(), $node->optional('waiverNotes')?->entries() ?? []);

        return new Plan(
            new Base(
                $node->field('game')->id(),
                $node->field('gameVersion')->text(),
                $node->field('loader')->id(),
                $node->field('loaderVersion')->text(),
                $node->field('runtime')->id(),
                $node->field('runtimeVersion')->text(),
                $node->field('memory')->whole(),
            ),
            self::wants($node->listed('wants')),
            self::wants($node->listed('off')),
            array_map(fn (Node $channel): Channel => $channel->choice(Channel::class), $node->optional('channels')?->entries() ?? []),
            $waivers,
            // A note on nothing is none.
            array_intersect_key($notes, array_flip(array_map(fn (Waiver $waiver): string => $waiver->key(), $waivers))),
            array_map(fn (Node $id): string => $id->id(), $node->listed('order')),
            self::once($node),
            array_map(
                fn (Node $group): array => array_map(fn (Node $id): string => $id->id(), $group->items()),
                $node->optional('groups')?->entries() ?? [],
            ),
            array_map(
                fn (Node $rule): Rule => new Rule(
                    $rule->field('first')->id(),
                    $rule->field('then')->id(),
                    $rule->optional('why')?->text() ?? '',
                ),
                $node->listed('rules'),
            ),
            array_map(RequestReader::choice(...), $node->listed('choices')),
        );
    }

    /** @throws UnusableDocument */
    private static function once(Node $node): Once
    {
        return new Once(
            $node->optional('putBack')?->flag() ?? false,
            self::restore($node->optional('restore')),
            array_map(fn (Node $version): string => $version->text(), $node->optional('updating')?->entries() ?? []),
            array_map(
                fn (Node $to): OwnChange => OwnChange::ofKept($to->isText() ? $to->text() : $to->whole()),
                $node->optional('own')?->entries() ?? [],
            ),
            $node->optional('pack')?->text() ?? '',
            $node->optional('worlds')?->whole() ?? 0,
            array_map(fn (Node $path): string => $path->text(), $node->optional('out')?->entries() ?? []),
            $node->optional('world')?->text() ?? '',
        );
    }

    /**
     * @param  list<Node>  $nodes
     * @return list<Want>
     */
    private static function wants(array $nodes): array
    {
        return array_map(fn (Node $want): Want => new Want($want->field('id')->id(), $want->field('range')->text()), $nodes);
    }

    private static function restore(?Node $node): ?Restore
    {
        return $node === null
            ? null
            : new Restore(
                $node->field('point')->whole(),
                array_map(fn (Node $version): string => $version->text(), $node->field('versions')->entries()),
                $node->field('own')->flag(),
            );
    }

    private static function written(Plan $plan): string
    {
        return json_encode(
            [
                'game' => $plan->base->game,
                'gameVersion' => $plan->base->gameVersion,
                'loader' => $plan->base->loader,
                'loaderVersion' => $plan->base->loaderVersion,
                'runtime' => $plan->base->runtime,
                'runtimeVersion' => $plan->base->runtimeVersion,
                'memory' => $plan->base->memory,
                'wants' => array_map(fn (Want $want): array => ['id' => $want->id, 'range' => $want->range], $plan->wants),
                'channels' => (object) array_map(fn (Channel $channel): string => $channel->value, $plan->channels),
                'waivers' => array_map(self::waiver(...), $plan->waivers),
                'putBack' => $plan->once->putBack,
                'off' => array_map(fn (Want $want): array => ['id' => $want->id, 'range' => $want->range], $plan->off),
                'order' => $plan->order,
                'groups' => (object) $plan->groups,
                'rules' => array_map(
                    fn (Rule $rule): array => ['first' => $rule->first, 'then' => $rule->then, 'why' => $rule->why],
                    $plan->rules,
                ),
                'choices' => array_map(fn (Choice $one): array => ['of' => $one->of, 'take' => $one->take], $plan->choices),
                'waiverNotes' => (object) $plan->waiverNotes,
                'restore' => $plan->once->restore === null
                        ? null
                        : [
                            'point' => $plan->once->restore->point,
                            'versions' => (object) $plan->once->restore->versions,
                            'own' => $plan->once->restore->own,
                        ],
                'updating' => (object) $plan->once->updating,
                'own' => (object) array_map(fn (OwnChange $to): int|string => $to->kept(), $plan->once->own),
                'pack' => $plan->once->pack,
                'worlds' => $plan->once->worlds,
                'out' => (object) $plan->once->out,
                'world' => $plan->once->world,
            ],
            JSON_THROW_ON_ERROR,
        );
    }

    /** @return array{id: string, version: string, relation: string, target: string} */
    private static function waiver(Waiver $waiver): array
    {
        return [
            'id' => $waiver->id,
            'version' => $waiver->version,
            'relation' => $waiver->relation->value,
            'target' => $waiver->target,
        ];
    }
}
