<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Additions;
use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Deadline;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Version\ReleaseSet;

/** Answers, for one candidate after another, whether it can be added to a plan's line-up and what that would change. */
final class Verdicts
{
    private readonly Keeping $keeping;

    private readonly Resolver $resolver;

    private readonly Request $request;

    private readonly ?Additions $additions;

    /** @var array<string, array<string, bool>> part of the base => need => whether it could be met */
    private array $meets = [];

    /**
     * @param  array<string, string>  $lineUp  package id => version, as the plan resolves now
     * @param  array<string, string>  $otherGames  id => name
     * @param  list<string>  $abandoned  packages of which others say that nobody goes on with them
     *
     * @throws Stopped at the deadline, as do its answers
     */
    public function __construct(
        private readonly Catalogue $catalogue,
        private readonly GameDefinition $game,
        private readonly Plan $plan,
        private readonly array $lineUp,
        ?Deadline $deadline = null,
        private readonly array $otherGames = [],
        private readonly array $abandoned = [],
    ) {
        $this->resolver = new Resolver($catalogue, $deadline);
        $this->keeping = new Keeping($this->resolver);
        $this->request = $plan->request($catalogue, $game, $lineUp);
        $this->additions = Additions::to($this->request, $lineUp, $this->resolver, $deadline);
    }

    public function of(Package $candidate): Verdict
    {
        return $this->quick($candidate) ?? $this->thorough($candidate);
    }

    /**
     * The verdict, where it can be given without asking what else in the line-up could change: of the line-up, only the
     * releases that are in it have to be in the catalogue. Null where it cannot.
     */
    public function quick(Package $candidate): ?Verdict
    {
        if ($this->plan->wants($candidate->id)) {
            return new Verdict(Fit::There, 'asked for already', $this->lineUp[$candidate->id] ?? '');
        }
        if (isset($this->lineUp[$candidate->id])) {
            return new Verdict(Fit::Brought, 'here for another', $this->lineUp[$candidate->id]);
        }
        $request = $this->with($candidate);
        $speaks = $this->waives($candidate) ? null : $this->releasesFor($candidate);
        if ($speaks !== null && $speaks['game']->isEmpty()) {
            return new Verdict(Fit::Not, $this->lastGameVersion($candidate));
        }
        if ($speaks !== null && $speaks['loader']->isEmpty()) {
            return $this->refusedAlone($candidate, $request);
        }
        $brought = $this->additions?->of($candidate->id);
        if ($brought !== null) {
            return $this->fitting(
                $candidate,
                Changes::between($this->lineUp, $this->lineUp + $brought),
                $brought[$candidate->id] ?? '',
                brings: $brought,
            );
        }
        foreach (
            [$request, ...array_values($this->lessStable($candidate, $request)), ...array_values($this->onOtherBases($request))] as $tried
        ) {
            if (! $this->refusedOnBase($tried)) {
                return null;
            }
        }

        return $this->refusedAlone($candidate, $request);
    }

    private function waives(Package $candidate): bool
    {
        foreach ($this->plan->waivers as $waiver) {
            if ($waiver->id === $candidate->id) {
                return true;
            }
        }

        return false;
    }

    /**
     * What a candidate's releases themselves say of the base; no others are asked, so this costs little.
     *
     * @return array{game: ReleaseSet, loader: ReleaseSet} releases that the game version meets; those of them that some build of the loader
     *     meets as well
     */
    private function releasesFor(Package $candidate): array
    {
        $met = ['game' => [], 'loader' => []];
        foreach ($candidate->releases as $position => $release) {
            $game = $loader = true;
            foreach ($release->needs() as $need) {
                $key = $candidate->syntax->value.$need->key;
                $game =
                    $game &&
                    ($this->meets[$this->plan->base->game][$key] ??= $this->canMeet(
                        $need,
                        $this->plan->base->game,
                        $this->plan->base->gameVersion,
                        $candidate,
                    ));
                $loader =
                    $loader &&
                    ($this->meets[$this->plan->base->loader][$key] ??= $this->canMeet($need, $this->plan->base->loader, null, $candidate));
            }
            if ($game) {
                $met['game'][] = $position;
            }
            if ($game && $loader) {
                $met['loader'][] = $position;
            }
        }
        $count = count($candidate->releases);

        return ['game' => ReleaseSet::ofPositions($count, $met['game']), 'loader' => ReleaseSet::ofPositions($count, $met['loader'])];
    }

    /** Whether a need that can be met by nothing but one part of the base, or by what the loader stands for, could be. */
    private function canMeet(Need $need, string $part, ?string $version, Package $of): bool
    {
        $package = $this->catalogue->package($part);
        foreach ($need->alternatives as $target) {
            $within = $target->id === $part ? $package?->within($target->range, $of->syntax) : null;
            $meets = match (true) {
                $this->isProvided($target->id) => true,
                $within !== null && $version !== null => in_array($package->positionOf($version), $within->positions(), true),
                $within !== null => ! $within->isEmpty(),
                default => $version !== null || ! $this->isLoader($target->id),
            };
            if ($meets) {
                return true;
            }
        }

        return false;
    }

    /** Whether something that may stand in the line-up provides an id. */
    private function isProvided(string $id): bool
    {
        foreach ($this->catalogue->providersOf($id) as $provider) {
            if (! $this->isLoader($provider->package)) {
                return true;
            }
        }

        return false;
    }

    /** Whether an id is one of the game's other loaders, which an instance cannot have beside its own. */
    private function isLoader(string $id): bool
    {
        foreach ($this->game->loaders as $loader) {
            if ($loader->id === $id) {
                return $id !== $this->plan->base->loader;
            }
        }

        return false;
    }

    private function thorough(Package $candidate): Verdict
    {
        $request = $this->with($candidate);

        return $this->resolved($candidate, $request) ??
            ($this->fromLessStable($candidate, $request) ??
                ($this->afterBaseChange($candidate, $request) ??
                    ($this->refusedAlone($candidate, $request) ?? $this->refused($candidate, $request))));
    }

    private function with(Package $candidate): Request
    {
        return $this->request->wanting([...$this->request->want, new Want($candidate->id)]);
    }

    private function resolved(Package $candidate, Request $request, ?Channel $from = null): ?Verdict
    {
        if ($this->refusedOnBase($request)) {
            return null;
        }
        $answer = $this->keeping->resolve($request, $this->plan->base->packages());

        return $answer instanceof Resolved
            ? $this->fitting($candidate, $answer->changes, $answer->versions()[$candidate->id] ?? '', $from)
            : null;
    }

    /** Whether the base and the candidate, which comes last, cannot be even without anything else; this costs little to know. */
    private function refusedOnBase(Request $request): bool
    {
        return $this->resolver->refusal($request->wantingOnly([...range(0, Plan::BASE - 1), count($request->want) - 1])) !== null;
    }

    /** @param  array<string, string>|null  $brings */
    private function fitting(Package $candidate, Changes $changes, string $version, ?Channel $from = null, ?array $brings = null): Verdict
    {
        $brought = array_map(fn (string $id): string => $this->title($id), array_values(array_diff($changes->add, [$candidate->id])));
        $moves = fn (Change $change): string => "{$this->title($change->id)} {$change->from} → {$change->to}";
        $moved = array_map($moves, $changes->change);
        $gone = array_map(fn (string $id): string => $this->title($id), $changes->remove);
        // "Fits" is said where everything else stays; what has to change for it comes first where something has.
        $stays = $moved === [] && $gone === [];
        $text = implode('; ', array_filter([
            $stays ? 'fits'.($from === null ? '' : " from {$from->value}") : '',
            $moved === [] ? '' : 'changes '.self::join($moved),
            $gone === [] ? '' : self::join($gone).' would go',
            $stays || $from === null ? '' : "from {$from->value}",
            $candidate->kind === Kind::Library && $from === null ? 'nobody here needs it' : '',
        ]));
        $text .= $brought === [] ? '' : ', brings '.self::join($brought);

        return new Verdict($stays ? Fit::Now : Fit::AfterChange, $text, $version, $brings, $from);
    }

    private function fromLessStable(Package $candidate, Request $request): ?Verdict
    {
        foreach ($this->lessStable($candidate, $request) as $channel => $allowing) {
            $verdict = $this->resolved($candidate, $allowing, Channel::from($channel));
            if ($verdict !== null) {
                return $verdict;
            }
        }

        return null;
    }

    /** @return array<string, Request> channel => the request with it allowed, where that lets more releases in */
    private function lessStable(Package $candidate, Request $request): array
    {
        $allowed = $candidate->allowed($request->channelOf($candidate->id));
        $requests = [];
        foreach ([Channel::Beta, Channel::Alpha] as $channel) {
            if (! $candidate->allowed($channel)->without($allowed)->isEmpty()) {
                $requests[$channel->value] = $request->allowing($candidate->id, $channel);
            }
        }

        return $requests;
    }

    /** Another build of the loader, or another runtime. */
    private function afterBaseChange(Package $candidate, Request $request): ?Verdict
    {
        foreach ($this->onOtherBases($request) as $id => $changed) {
            $version = $this->refusedOnBase($changed) ? null : $this->resolver->newestOf($id, $changed);
            if ($version !== null) {
                $there =
                    $this->lineUp[$id] ??
                    ($id === $this->plan->base->loader ? $this->plan->base->loaderVersion : $this->plan->base->runtimeVersion);

                return new Verdict(
                    Fit::AfterChange,
                    "needs {$this->title($id)} {$version}; this has {$there}",
                    $this->resolver->newestOf($candidate->id, $changed) ?? '',
                );
            }
        }

        return null;
    }

    /** @return array<string, Request> id of the loader or the runtime => the request with any release of it */
    private function onOtherBases(Request $request): array
    {
        $requests = [];
        foreach ([1 => $this->plan->base->loader, 2 => $this->plan->base->runtime] as $index => $id) {
            $wants = $request->want;
            $wants[$index] = new Want($id);
            $requests[$id] = $request->wanting(array_values($wants));
        }

        return $requests;
    }

    /** Why it cannot be on this base, whatever else is in the line-up; null when it could. */
    private function refusedAlone(Package $candidate, Request $request): ?Verdict
    {
        if ($this->resolver->refusal($request->wanting([$request->want[0], new Want($candidate->id)])->forbidding([])) !== null) {
            return new Verdict(Fit::Not, $this->unmet($candidate) ?? $this->lastGameVersion($candidate));
        }
        if ($this->resolver->refusal($request->wantingOnly([0, 1, count($request->want) - 1])) !== null) {
            return new Verdict(Fit::Not, "nothing for {$this->title($this->plan->base->loader)} at {$this->plan->base->gameVersion}");
        }

        return $this->refusedOnBase($request) ? new Verdict(Fit::Not, 'does not fit this base') : null;
    }

    /** What the newest release for this game version needs and no release at all meets; null where there is no such thing. */
    private function unmet(Package $candidate): ?string
    {
        $position = max([-1, ...$this->releasesFor($candidate)['game']->positions()]);
        foreach ($candidate->releases[$position] ?? null ? $candidate->releases[$position]->needs() : [] as $need) {
            $words = [];
            $games = array_intersect_key(
                $this->otherGames,
                array_flip(array_map(fn (Target $target): string => $target->id, $need->alternatives)),
            );
            if ($games !== []) {
                return 'is for '.implode(' or ', $games).', another game';
            }
            foreach ($need->alternatives as $target) {
                $package = $this->catalogue->package($target->id);
                if (
                    $package?->within($target->range, $candidate->syntax)->isEmpty() === false ||
                    $this->catalogue->providersOf($target->id) !== []
                ) {
                    continue 2;
                }
                $words[] = trim(
                    $this->title($target->id).
                        ' '.
                        ($package === null ? '' : $package->range($target->range, $candidate->syntax)->words()),
                );
            }

            return 'needs '.implode(' or ', $words).', which no depot has';
        }

        return null;
    }

    private function refused(Package $candidate, Request $request): Verdict
    {
        $refused = $this->resolver->refusal($request);
        $blame = $refused === null ? null : Blame::of($request, $refused, $this->resolver);
        $others = array_diff($blame->wants ?? [], [0, 1, 2, count($request->want) - 1]);
        $pins = array_filter($others, fn (int $index): bool => $request->want[$index]->range !== '*');
        foreach ($this->unpinned($request, $pins) as $index => $freed) {
            if ($this->keeping->resolve($freed, $this->plan->base->packages()) instanceof Resolved) {
                $held = $request->want[$index];

                return new Verdict(
                    Fit::AfterChange,
                    "held by your pin of {$this->title($held->id)} to {$held->range}",
                    $this->resolver->newestOf($candidate->id, $freed) ?? '',
                );
            }
        }
        $titles = array_map(fn (int $index): string => $this->title($request->want[$index]->id), array_values($others));

        return new Verdict(Fit::Not, $titles === [] ? 'does not fit this base' : 'cannot stand with '.self::join($titles));
    }

    /**
     * The request with one of some wants in any release.
     *
     * @param  array<int>  $pins  places of those wants
     * @return array<int, Request>
     */
    private function unpinned(Request $request, array $pins): array
    {
        $requests = [];
        foreach ($pins as $index) {
            $wants = $request->want;
            $wants[$index] = new Want($wants[$index]->id);
            $requests[$index] = $request->wanting(array_values($wants));
        }

        return $requests;
    }

    /** "newest is for 3.1.4; nothing yet for 3.2.1" */
    private function lastGameVersion(Package $candidate): string
    {
        $game = $this->catalogue->package($this->plan->base->game);
        if ($game === null) {
            return 'does not fit';
        }
        $for = ReleaseSet::none(count($game->releases));
        foreach ($candidate->releases as $release) {
            foreach ($release->needs() as $need) {
                foreach ($need->alternatives as $target) {
                    if ($target->id === $game->id) {
                        $for = $for->union($game->within($target->range, $candidate->syntax));
                    }
                }
            }
        }
        $positions = $for->positions();
        if ($positions === []) {
            return "is not for {$game->title()}";
        }
        $last = $game->releases[max($positions)]->version;

        $yet = in_array($candidate->id, $this->abandoned, true) ? 'called abandoned, nothing' : 'nothing yet';

        return max($positions) < (int) $game->positionOf($this->plan->base->gameVersion)
            ? "newest is for {$last}; {$yet} for {$this->plan->base->gameVersion}"
            : "is for other versions, the last {$last}; nothing for {$this->plan->base->gameVersion}";
    }

    private function title(string $id): string
    {
        return $this->catalogue->package($id)?->title() ?? $id;
    }

    /** @param  list<string>  $parts */
    private static function join(array $parts): string
    {
        $last = array_pop($parts);

        return $parts === [] ? (string) $last : implode(', ', $parts).' and '.$last;
    }
}
