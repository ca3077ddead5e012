<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Base\GameDefinition;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Resolve\Additions;
use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Version\ReleaseSet;

/** Answers, for one candidate after another, whether it can be added to a plan's line-up and what that would change. */
final readonly class Verdicts
{
    private Keeping $keeping;

    private Resolver $resolver;

    private Request $request;

    private ?Additions $additions;

    /** @param  array<string, string>  $lineUp  package id => version, as the plan resolves now */
    public function __construct(private Catalogue $catalogue, GameDefinition $game, private Plan $plan, private array $lineUp)
    {
        $this->resolver = new Resolver($catalogue);
        $this->keeping = new Keeping($this->resolver);
        $this->request = $plan->request($catalogue, $game, $lineUp);
        $this->additions = Additions::to($this->request, $lineUp, $this->resolver);
    }

    public function of(Package $candidate): Verdict
    {
        if ($this->plan->wants($candidate->id)) {
            return new Verdict(Fit::There, 'asked for already', $this->lineUp[$candidate->id] ?? '');
        }
        if (isset($this->lineUp[$candidate->id])) {
            return new Verdict(Fit::There, 'here for another', $this->lineUp[$candidate->id]);
        }
        $brought = $this->additions?->of($candidate->id);
        if ($brought !== null) {
            return $this->fitting($candidate, Changes::between($this->lineUp, $this->lineUp + $brought), $brought[$candidate->id] ?? '');
        }
        $request = $this->request->wanting([...$this->request->want, new Want($candidate->id)]);

        return $this->resolved($candidate, $request, '')
            ?? $this->fromLessStable($candidate, $request)
            ?? $this->afterBaseChange($candidate, $request)
            ?? $this->refused($candidate, $request);
    }

    private function resolved(Package $candidate, Request $request, string $from): ?Verdict
    {
        if ($this->refusedOnBase($request)) {
            return null;
        }
        $answer = $this->keeping->resolve($request, $this->plan->base());

        return $answer instanceof Resolved ? $this->fitting($candidate, $answer->changes, $answer->versions()[$candidate->id] ?? '', $from) : null;
    }

    /** Whether the base and the candidate, which comes last, cannot be even without anything else; this costs little to know. */
    private function refusedOnBase(Request $request): bool
    {
        return $this->resolver->refusal($request->wantingOnly([...range(0, Plan::BASE - 1), count($request->want) - 1])) !== null;
    }

    private function fitting(Package $candidate, Changes $changes, string $version, string $from = ''): Verdict
    {
        $brought = array_map(fn (string $id): string => $this->title($id), array_values(array_diff($changes->add, [$candidate->id])));
        $moved = array_map(fn (Change $change): string => "{$this->title($change->id)} {$change->from} → {$change->to}", $changes->change);
        $gone = array_map(fn (string $id): string => $this->title($id), $changes->remove);
        $text = 'fits'.$from.($candidate->kind === Kind::Library && $from === '' ? '; nobody here needs it' : '')
            .($brought === [] ? '' : ', brings '.self::join($brought))
            .($moved === [] ? '' : '; changes '.self::join($moved))
            .($gone === [] ? '' : '; '.self::join($gone).' would go');

        return new Verdict($moved === [] && $gone === [] ? Fit::Now : Fit::AfterChange, $text, $version);
    }

    private function fromLessStable(Package $candidate, Request $request): ?Verdict
    {
        $allowed = $candidate->allowed($request->channelOf($candidate->id));
        foreach ([Channel::Beta, Channel::Alpha] as $channel) {
            if ($candidate->allowed($channel)->without($allowed)->isEmpty()) {
                continue;
            }
            $verdict = $this->resolved($candidate, $request->allowing($candidate->id, $channel), " from {$channel->value}");
            if ($verdict !== null) {
                return $verdict;
            }
        }

        return null;
    }

    /** Another build of the loader, or another runtime. */
    private function afterBaseChange(Package $candidate, Request $request): ?Verdict
    {
        foreach ([1 => $this->plan->loader, 2 => $this->plan->runtime] as $index => $id) {
            $wants = $request->want;
            $wants[$index] = new Want($id);
            $changed = $request->wanting(array_values($wants));
            $version = $this->refusedOnBase($changed) ? null : $this->resolver->newestOf($id, $changed);
            if ($version !== null) {
                $there = $this->lineUp[$id] ?? ($index === 1 ? $this->plan->loaderVersion : $this->plan->runtimeVersion);

                return new Verdict(Fit::AfterChange, "needs {$this->title($id)} {$version}; this has {$there}", $this->resolver->newestOf($candidate->id, $changed) ?? '');
            }
        }

        return null;
    }

    private function refused(Package $candidate, Request $request): Verdict
    {
        if ($this->resolver->refusal($request->wanting([$request->want[0], new Want($candidate->id)])->forbidding([])) !== null) {
            return new Verdict(Fit::Not, $this->lastGameVersion($candidate));
        }
        if ($this->resolver->refusal($request->wantingOnly([0, 1, count($request->want) - 1])) !== null) {
            return new Verdict(Fit::Not, "nothing for {$this->title($this->plan->loader)} at {$this->plan->gameVersion}");
        }
        $refused = $this->resolver->refusal($request);
        $blame = $refused === null ? null : Blame::of($request, $refused, $this->resolver);
        $others = array_diff($blame->wants ?? [], [0, 1, 2, count($request->want) - 1]);
        $titles = array_map(fn (int $index): string => $this->title($request->want[$index]->id), array_values($others));

        return new Verdict(Fit::Not, $titles === [] ? 'does not fit this base' : 'cannot stand with '.self::join($titles));
    }

    /** "newest is for 3.1.4; nothing yet for 3.2.1" */
    private function lastGameVersion(Package $candidate): string
    {
        $game = $this->catalogue->package($this->plan->game);
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

        return max($positions) < (int) $game->positionOf($this->plan->gameVersion)
            ? "newest is for {$last}; nothing yet for {$this->plan->gameVersion}"
            : "is for other versions, the last {$last}; nothing for {$this->plan->gameVersion}";
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
