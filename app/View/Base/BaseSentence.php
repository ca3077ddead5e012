<?php

declare(strict_types=1);

namespace App\View\Base;

use App\Depots\PackageRow;
use App\Drafts\Bases;
use App\Drafts\LineUps;
use App\Games\Games;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\PlacedRelease;
use App\Models\Rehearsal;
use App\Numbers\Numbers;
use App\View\Bytes;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderBuild;
use Stasimon\Core\Game\MemoryChoice;
use Stasimon\Core\Plan\Plan;

/** The sentence at the top of an instance, and what each of its parts opens to. */
final class BaseSentence
{
    /** @var array<string, string> */
    private array $titles = [];

    public function __construct(private readonly Games $games, private readonly LineUps $lineUps)
    {
    }

    public function of(Instance $instance): ShownBase
    {
        $drafted = $this->lineUps->plan($instance);
        // What is on the disk; while nothing is, what is to be.
        $plan = $instance->applied_at === null ? $drafted : $instance->plan;
        $game = $this->games->get($plan->base->game);
        $bases = new Bases($game, $this->lineUps->shared($instance));
        $loader = $bases->title($plan->base->loader);

        return new ShownBase(
            $plan,
            new BaseNames(
                $game->name,
                $game->isItself($plan->base->loader) ? '' : $loader,
                $game->hasRuntime() ? $game->runtimeName : '',
                self::gigabytes($plan->base->memory),
            ),
            $this->alternatives($instance, $plan, $drafted, $game, $bases),
            $this->state($instance),
            $instance->draft === null || $instance->applied_at === null
                ? ''
                : $this->otherwise($plan, $drafted, $loader, $game->runtimeName),
            Numbers::formOf($game, $plan->base->gameVersion) !== null,
            (bool) ($instance->getAttribute('stages_exists') ?? $instance->stages()->exists()),
        );
    }

    private function alternatives(Instance $instance, Plan $plan, Plan $drafted, GameDefinition $game, Bases $bases): Alternatives
    {
        $builds = [$plan->base->loaderVersion, $drafted->base->loaderVersion];
        $memory = [(string) $plan->base->memory, (string) $drafted->base->memory];

        return new Alternatives(
            array_map(
                fn (LoaderBuild $build): array => $this->choice($build->version, $build->version, $build->words(), $builds),
                $bases->buildsOf($plan->base->loader, $plan->base->gameVersion),
            ),
            $this->runtimes($plan, $drafted, $game, $bases),
            array_map(
                fn (MemoryChoice $choice): array => $this->choice(
                    (string) $choice->megabytes,
                    $choice->gigabytes(),
                    $choice->words,
                    $memory,
                ),
                $game->memory,
            ),
            isset($game->places[Kind::Expansion->value]) ? $this->expansions($instance, $plan, $bases) : [],
        );
    }

    /** @return list<array{value: string, label: string, words: string, here: bool, drafted: bool}> */
    private function runtimes(Plan $plan, Plan $drafted, GameDefinition $game, Bases $bases): array
    {
        $runtimes = [];
        foreach ($bases->choice->runtimes($plan->base->gameVersion) as $version => $enough) {
            $words = $enough ? 'enough' : "not for {$plan->base->gameVersion}";
            $runtimes[] = $this->choice(substr($version, 1), "{$game->runtimeName} ".substr($version, 1), $words, [
                $plan->base->runtimeVersion,
                $drafted->base->runtimeVersion,
            ]);
        }

        return $runtimes;
    }

    /** What a draft would make of the base; nothing where that stays. */
    private function otherwise(Plan $plan, Plan $drafted, string $loader, string $runtime): string
    {
        [$is, $becomes] = [$plan->base, $drafted->base];

        return implode(
            ', ',
            array_filter([
                $is->loaderVersion === $becomes->loaderVersion ? '' : "{$loader} {$is->loaderVersion} → {$becomes->loaderVersion}",
                $is->runtimeVersion === $becomes->runtimeVersion ? '' : "{$runtime} {$is->runtimeVersion} → {$becomes->runtimeVersion}",
                $is->memory === $becomes->memory ? '' : self::gigabytes($is->memory).' → '.self::gigabytes($becomes->memory),
            ]),
        );
    }

    /**
     * The game's expansions that a base can have, whether each is on, asked for or because others need it, and whether a draft turns that
     * round.
     *
     * @return list<array{value: string, label: string, words: string, here: bool, drafted: bool}>
     */
    private function expansions(Instance $instance, Plan $plan, Bases $bases): array
    {
        $known = $bases->expansions($plan->base->gameVersion, $plan->base->loader);
        $have = $instance->versions();
        $then = $known === [] || $instance->draft === null ? $have : $this->lineUps->lineUp($instance)->resolved?->versions() ?? $have;
        $have = $instance->applied_at === null ? $then : $have;

        return array_map(
            fn (string $id, string $name): array => [
                'value' => $id,
                'label' => $name,
                'words' => '',
                'here' => isset($have[$id]),
                'drafted' => isset($have[$id]) !== isset($then[$id]),
            ],
            array_map(strval(...), array_keys($known)),
            $known,
        );
    }

    /**
     * @param  array{string, string}  $now  what is here, and what the draft makes of it
     * @return array{value: string, label: string, words: string, here: bool, drafted: bool}
     */
    private function choice(string $value, string $label, string $words, array $now): array
    {
        return [
            'value' => $value,
            'label' => $label,
            'words' => $words,
            'here' => $value === $now[0],
            'drafted' => $value === $now[1] && $now[0] !== $now[1],
        ];
    }

    private function state(Instance $instance): string
    {
        if ($instance->applied_at === null) {
            return 'Nothing is applied yet.';
        }
        $last = $instance->lastRehearsal;
        $rehearsed =
            $last !== null && $last->isPlay()
                ? self::played($last)
                : match ($last?->state) {
                    null => 'Never rehearsed.',
                    LaunchState::Clean => "Last rehearsal clean, {$last->created_at->diffForHumans()}.",
                    LaunchState::Failed => 'Last rehearsal '.
                        ($last->hung ? 'hung' : "failed with exit code {$last->exit_code}").
                        ", {$last->created_at->diffForHumans()}.",
                    LaunchState::Stopped => 'Last rehearsal stopped by hand.',
                    LaunchState::BrokenOff => 'Last rehearsal broken off.',
                    default => 'A rehearsal is running.',
                };
        if ($last !== null && $last->isOver() && ! $last->isOfNow($instance)) {
            $rehearsed .= ' Since then something was applied, and not launched yet.';
        }
        $files = $instance->placed->filter(fn (PlacedRelease $placed): bool => $placed->path !== null);
        $count = $files->count() === 1 ? '1 release' : number_format($files->count()).' releases';

        return "{$rehearsed} {$count}, ".count($instance->plan->wants).' asked for, '.Bytes::words((int) $files->sum('size')).'.';
    }

    private static function played(Rehearsal $last): string
    {
        return match ($last->state) {
            LaunchState::Waiting => 'About to be played.',
            LaunchState::Running => $last->plain ? 'Being played without mods.' : 'Being played.',
            LaunchState::BrokenOff => "Last played {$last->created_at->diffForHumans()}; how it ended is not known.",
            default => 'Last launch '.$last->inWords().", {$last->created_at->diffForHumans()}.",
        };
    }

    /** @return array{string, string} the game, and what it stands on */
    public function line(Plan $plan): array
    {
        return $this->said(
            $plan->base->game,
            $plan->base->gameVersion,
            $plan->base->loader,
            $plan->base->loaderVersion,
            $plan->base->runtimeVersion,
            $plan->base->memory,
        );
    }

    /** @return array{string, string} the same of an applied plan, of which nothing else is read: a register shows many */
    public function lineOf(Instance $instance): array
    {
        $plan = json_decode((string) $instance->getRawOriginal('plan'), true, flags: JSON_THROW_ON_ERROR);

        return $this->said(
            $plan['game'],
            $plan['gameVersion'],
            $plan['loader'],
            $plan['loaderVersion'],
            $plan['runtimeVersion'],
            $plan['memory'],
        );
    }

    /** @return array{string, string} */
    private function said(string $game, string $version, string $loader, string $build, string $runtime, int $memory): array
    {
        $definition = $this->games->get($game);
        $this->titles[$loader] ??= (string) (PackageRow::query()->whereKey($loader)->value('name') ?? $loader);

        return [
            "{$definition->name} {$version}",
            "{$this->titles[$loader]} {$build}, {$definition->runtimeName} {$runtime}, ".self::gigabytes($memory),
        ];
    }

    private static function gigabytes(int $megabytes): string
    {
        return (new MemoryChoice($megabytes, '', false))->gigabytes();
    }
}
