<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Base\GameDefinition;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Resolve\Change;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Refused;
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

    /** @param  array<string, string>  $lineUp  package id => version, as the plan resolves now */
    public function __construct(private Catalogue $catalogue, GameDefinition $game, private Plan $plan, private array $lineUp)
    {
        $this->resolver = new Resolver($catalogue);
        $this->keeping = new Keeping($this->resolver);
        $this->request = $plan->request($catalogue, $game, $lineUp);
    }

    public function of(Package $candidate): Verdict
    {
        if ($this->plan->wants($candidate->id)) {
            return new Verdict(Fit::There, 'asked for already', $this->lineUp[$candidate->id] ?? '');
        }
        if (isset($this->lineUp[$candidate->id])) {
            return new Verdict(Fit::There, 'here for another', $this->lineUp[$candidate->id]);
        }
        $request = $this->request->wanting([...$this->request->want, new Want($candidate->id)]);
        $answer = $this->keeping->resolve($request, $this->plan->base());
        if ($answer instanceof Resolved) {
            return $this->fitting($candidate, $answer, $candidate->kind === Kind::Library ? 'fits; nobody here needs it' : 'fits');
        }

        return $this->fromLessStable($candidate, $request) ?? $this->afterBaseChange($candidate, $request) ?? $this->refused($candidate, $request, $answer);
    }

    private function fitting(Package $candidate, Resolved $answer, string $words): Verdict
    {
        $changes = $answer->changes;
        $brought = array_map(fn (string $id): string => $this->title($id), array_values(array_diff($changes->add, [$candidate->id])));
        $moved = array_map(fn (Change $change): string => "{$this->title($change->id)} {$change->from} → {$change->to}", $changes->change);
        $gone = array_map(fn (string $id): string => $this->title($id), $changes->remove);
        $text = $words
            .($brought === [] ? '' : ', brings '.self::join($brought))
            .($moved === [] ? '' : '; changes '.self::join($moved))
            .($gone === [] ? '' : '; '.self::join($gone).' would go');

        return new Verdict($moved === [] && $gone === [] ? Fit::Now : Fit::AfterChange, $text, $answer->versions()[$candidate->id] ?? '');
    }

    private function fromLessStable(Package $candidate, Request $request): ?Verdict
    {
        foreach ([Channel::Beta, Channel::Alpha] as $channel) {
            $answer = $this->keeping->resolve($request->allowing($candidate->id, $channel), $this->plan->base());
            if ($answer instanceof Resolved) {
                return $this->fitting($candidate, $answer, "fits from {$channel->value}");
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
            $answer = $this->resolver->resolve($request->wanting(array_values($wants)));
            if ($answer instanceof Resolved) {
                $there = $this->lineUp[$id] ?? ($index === 1 ? $this->plan->loaderVersion : $this->plan->runtimeVersion);

                return new Verdict(Fit::AfterChange, "needs {$this->title($id)} {$answer->versions()[$id]}; this has {$there}", $answer->versions()[$candidate->id] ?? '');
            }
        }

        return null;
    }

    private function refused(Package $candidate, Request $request, Refused $refused): Verdict
    {
        $alone = $this->resolver->resolve($request->wanting([$request->want[0], new Want($candidate->id)])->forbidding([]));
        if ($alone instanceof Refused) {
            return new Verdict(Fit::Not, $this->lastGameVersion($candidate));
        }
        $withBase = $this->resolver->resolve($request->wantingOnly([0, 1, count($request->want) - 1]));
        if ($withBase instanceof Refused) {
            return new Verdict(Fit::Not, "nothing for {$this->title($this->plan->loader)} at {$this->plan->gameVersion}");
        }
        $blame = Blame::of($request, $refused, $this->resolver);
        $others = array_diff($blame->wants, [0, 1, 2, count($request->want) - 1]);
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
            foreach ($release->needs as $need) {
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
