<?php

declare(strict_types=1);

namespace App\View\Base;

use App\Drafts\Bases;
use App\Drafts\LineUp;
use App\Drafts\LineUps;
use App\Findings\RunsOn;
use App\Games\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Work\Allowance;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Evidence\RuntimeNeed;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\WhatIf;

/** What each alternative of a part of the base would do to an instance's line-up. */
final readonly class BaseChoices
{
    /** Needs of the runtime that are told one by one. */
    private const TOLD = 4;

    public function __construct(
        private LineUps $lineUps,
        private BaseSentence $sentence,
        private Games $games,
        private RunsOn $runsOn,
        private Allowance $allowance,
    ) {
    }

    /**
     * @return list<array{value: string, label: string, words: string, here: bool, drafted: bool}>
     */
    public function of(Instance $instance, BasePart $part): array
    {
        $base = $this->sentence->of($instance);
        if ($part === BasePart::Memory) {
            return $base->alternatives->memory;
        }
        $now = $this->lineUps->lineUp($instance);
        if ($part === BasePart::Expansions) {
            return array_map(
                fn (array $choice): array => [
                    'words' => $this->switched($choice['value'], $choice['here'] !== $choice['drafted'], $now, $instance),
                ] + $choice,
                $base->alternatives->expansions,
            );
        }
        $needs = $part === BasePart::Runtime && $instance->applied_at !== null ? $this->runsOn->ofApplied($instance) : [];
        $choices = $part === BasePart::Build ? $base->alternatives->builds : $base->alternatives->runtimes;

        return array_map(
            fn (array $choice): array => $choice['here'] || $choice['drafted']
                ? $choice
                : $this->told($choice, $part, $now, $instance, $needs),
            $choices,
        );
    }

    /**
     * @param  array{value: string, label: string, words: string, here: bool, drafted: bool}  $choice  of a build or a runtime
     * @param  list<RuntimeNeed>  $needs  of a runtime
     * @return array{value: string, label: string, words: string, here: bool, drafted: bool} with what it would lead to
     */
    private function told(array $choice, BasePart $part, LineUp $now, Instance $instance, array $needs): array
    {
        $base = $now->plan->base;
        $isBuild = $part === BasePart::Build;
        $chosen = (new Bases($this->games->get($base->game), $now->catalogue))->plan(
            $base->gameVersion,
            $base->loader,
            $isBuild ? $choice['value'] : $base->loaderVersion,
            $isBuild ? $base->runtimeVersion : $choice['value'],
            $base->memory,
        );
        $plan = $now->plan->onBaseOf($chosen);
        // What the version itself rules out is said already, and its base is not made.
        if (! $isBuild && $plan->base->runtimeVersion !== $choice['value']) {
            return $choice;
        }
        $isTooOld = fn (RuntimeNeed $need): bool => $need->package !== null && $need->least > (int) $choice['value'];
        $unmet = array_values(array_filter($needs, $isTooOld));
        $more = count($unmet) > 1 ? ' and '.(count($unmet) - 1).' more' : '';
        $words = $unmet === []
            ? implode('; ', array_filter([$choice['words'], $this->consequences($this->lineUps->lineUpOf($plan, $instance), $now)]))
            : "too old for the files of {$unmet[0]->who}{$more}";

        return ['value' => $choice['value'], 'label' => $choice['label'], 'words' => $words, 'here' => false, 'drafted' => false];
    }

    /**
     * What the line-up that stands needs of a part, and what shows it.
     *
     * @return list<string> sentences
     */
    public function why(Instance $instance, BasePart $part): array
    {
        if ($instance->applied_at === null || $part === BasePart::Build || $part === BasePart::Expansions) {
            return [];
        }
        if ($part === BasePart::Memory) {
            $machine = RunsOn::machine();

            return [
                $this->runsOn
                    ->memory($instance->plan, $instance->placed->map(fn (PlacedRelease $placed): Kind => Kind::from($placed->kind)))
                    ->sum().', by rule of thumb.',
                ...$machine === null ? [] : ['This machine has '.number_format($machine).' MB in all.'],
            ];
        }
        $name = $this->games->get($instance->plan->base->game)->runtimeName;
        $needs = $this->runsOn->ofApplied($instance);
        $told = array_slice($needs, 0, self::TOLD);

        return [
            ...array_map(fn (RuntimeNeed $need): string => "{$need->who} ({$need->witness}): {$name} {$need->least}", $told),
            ...count($needs) > count($told)
                ? [count($needs) - count($told).' others need no newer one than '.$needs[count($told)]->least.'.']
                : [],
        ];
    }

    /** What comes of leaving an expansion out, or of taking it in. */
    private function switched(string $id, bool $isOn, LineUp $now, Instance $instance): string
    {
        $plan = $isOn ? $now->plan->turningOff(...$now->wantsThatBring([$id])) : $now->plan->wanting($id);
        $gone = array_map(
            fn (string $want): string => $now->catalogue->package($want)?->title() ?? $want,
            array_values(array_diff($isOn ? $now->wantsThatBring([$id]) : [], [$id])),
        );
        if ($gone !== []) {
            return 'and what needs it: '.
                implode(', ', array_slice($gone, 0, 3)).
                (count($gone) > 3 ? ' and '.(count($gone) - 3).' more' : '');
        }

        return $isOn ? '' : $this->consequences($this->lineUps->lineUpOf($plan, $instance), $now, [$id]);
    }

    /** @param  list<string>  $but  packages that are not told of */
    private function consequences(LineUp $then, LineUp $now, array $but = []): string
    {
        if ($then->isStopped) {
            return 'not worked out yet';
        }
        if ($then->resolved === null) {
            return $this->largest($then);
        }
        $plan = $then->plan;
        $of = fn (LineUp $lineUp): array => array_diff_key(
            $lineUp->resolved?->versions() ?? $lineUp->have,
            array_flip([...$plan->base->packages(), ...$but]),
        );
        $changes = Changes::between($of($now), $of($then));
        if ($changes->count() === 0) {
            return 'keeps everything';
        }
        $title = fn (string $id): string => $then->catalogue->package($id)?->title() ?? $id;
        $some = fn (array $words): string => implode(', ', array_slice($words, 0, 2)).
            (count($words) > 2 ? ' and '.(count($words) - 2).' more' : '');

        return implode(
            '; ',
            array_filter([
                $changes->change === []
                    ? ''
                    : 'changes '.
                        $some(array_map(fn (Change $change): string => "{$title($change->id)} to {$change->to}", $changes->change)),
                $changes->add === [] ? '' : 'brings '.$some(array_map($title, $changes->add)),
                $changes->remove === [] ? '' : 'without '.$some(array_map($title, $changes->remove)),
            ]),
        );
    }

    /** "keeps 41 of 44; not Fogbank, Gulls and 1 more" */
    private function largest(LineUp $then): string
    {
        $request = $then->plan->request($then->catalogue, $then->catalogue->game, []);
        $wants = array_slice($request->want, Plan::BASE);
        try {
            $kept = (new WhatIf(new Resolver($then->catalogue, $this->allowance)))->over($request->wanting($wants), [
                'this' => array_slice($request->want, 0, Plan::BASE),
            ])['this'];
        } catch (Stopped) {
            return 'not everything can stay';
        }
        if ($kept === null) {
            return 'cannot stand here';
        }
        $lost = array_values(array_diff_key($wants, array_flip($kept->wants)));
        $names = array_map(fn ($want): string => $then->catalogue->package($want->id)?->title() ?? $want->id, array_slice($lost, 0, 2));

        return 'keeps '.
            count($kept->wants).
            ' of '.
            count($wants).
            '; not '.
            implode(', ', $names).
            (count($lost) > 2 ? ' and '.(count($lost) - 2).' more' : '');
    }
}
