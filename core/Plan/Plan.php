<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Chain;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderWord;
use Stasimon\Core\Resolve\Choice;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

/** What an instance is meant to be: its base, the wants in their order, and what is allowed beyond the rules. */
final readonly class Plan
{
    /** How many wants of {@see request()} are the base: game, loader, runtime. */
    public const BASE = 3;

    /**
     * @param  list<Want>  $wants
     * @param  list<Want>  $off  wants that are kept out of the launch, and remembered
     * @param  array<string, Channel>  $channels
     * @param  list<Waiver>  $waivers
     * @param  array<string, string>  $waiverNotes  waiver key => why the person knows better
     * @param  list<string>  $order  packages, the last of which wins a file that several bring
     * @param  array<string, list<string>>  $groups  name => packages that are switched together; each in one at most
     * @param  list<Rule>  $rules  of the order, as far as a person gave some
     * @param  list<Choice>  $choices  which of several is to meet a need
     */
    public function __construct(
        public Base $base,
        public array $wants = [],
        public array $off = [],
        public array $channels = [],
        public array $waivers = [],
        public array $waiverNotes = [],
        public array $order = [],
        public Once $once = new Once(),
        public array $groups = [],
        public array $rules = [],
        public array $choices = [],
    ) {
    }

    /**
     * The request that the plan comes to. An instance has one loader and what that extends; the game's others are forbidden.
     *
     * @param  array<string, string>  $have  what is there now
     */
    public function request(Catalogue $catalogue, GameDefinition $game, array $have): Request
    {
        $chain = [$this->base->loader, ...Chain::under($catalogue, $this->base->loader)];
        $others = array_filter($game->loaders, fn (LoaderWord $loader): bool => ! in_array($loader->id, $chain, true));
        $exactly = fn (string $id, string $version): Want => new Want($id, $catalogue->package($id)?->exactly($version) ?? '='.$version);

        return new Request(
            [
                $exactly($this->base->game, $this->base->gameVersion),
                $exactly($this->base->loader, $this->base->loaderVersion),
                $exactly($this->base->runtime, $this->base->runtimeVersion),
                ...$this->wants,
            ],
            $have,
            [
                ...array_map(fn (LoaderWord $loader): Want => new Want($loader->id), array_values($others)),
                ...array_map(
                    fn (string $id, string $version): Want => new Want(
                        $id,
                        '<'.substr($catalogue->package($id)?->exactly($version) ?? '='.$version, 1),
                    ),
                    array_map(strval(...), array_keys($this->once->updating)),
                    array_values($this->once->updating),
                ),
            ],
            channels: $this->channels,
            waive: $this->waivers,
            policy: $have === [] ? Policy::Newest : Policy::Settled,
            choose: $this->choices,
        );
    }

    public function wants(string $id): bool
    {
        foreach ($this->wants as $want) {
            if ($want->id === $id) {
                return true;
            }
        }

        return false;
    }

    public function wanting(string $id, string $range = '*'): self
    {
        $wants = array_values(array_filter($this->wants, fn (Want $want): bool => $want->id !== $id));

        $off = array_values(array_filter($this->off, fn (Want $want): bool => $want->id !== $id));

        return $this->with(wants: [...$wants, new Want($id, $range)], off: $off);
    }

    /** Wants a package, with the channel allowed that it takes; null where what is allowed is enough. */
    public function wantingFrom(string $id, ?Channel $channel): self
    {
        return $channel === null ? $this->wanting($id) : $this->wanting($id)->allowing($id, $channel);
    }

    /** Wants a package in a range, in its place if it is wanted already. */
    public function wantingIn(string $id, string $range): self
    {
        return $this->wants($id) ? $this->ranging($id, $range) : $this->wanting($id, $range);
    }

    public function rangeOf(string $id): ?string
    {
        foreach ($this->wants as $want) {
            if ($want->id === $id) {
                return $want->range;
            }
        }

        return null;
    }

    /** Keeps wants out of the launch without forgetting them. */
    public function turningOff(string ...$ids): self
    {
        $going = array_values(array_filter($this->wants, fn (Want $want): bool => in_array($want->id, $ids, true)));

        return $this->with(
            wants: array_values(array_filter($this->wants, fn (Want $want): bool => ! in_array($want, $going, true))),
            off: [...$this->off, ...$going],
        );
    }

    /** Brings back what was turned off, in the range that it had. */
    public function turningOn(string ...$ids): self
    {
        $coming = array_values(array_filter($this->off, fn (Want $want): bool => in_array($want->id, $ids, true)));

        return $this->with(
            wants: [...$this->wants, ...$coming],
            off: array_values(array_filter($this->off, fn (Want $want): bool => ! in_array($want, $coming, true))),
        );
    }

    public function isOff(string $id): bool
    {
        return in_array($id, array_map(fn (Want $want): string => $want->id, $this->off), true);
    }

    /** Puts what is asked for, on or off, into a group of that name, and out of every other one; a group of nothing is none. */
    public function grouping(string $name, string ...$ids): self
    {
        $ids = array_values(array_filter($ids, fn (string $id): bool => $this->wants($id) || $this->isOff($id)));
        $groups = array_map(fn (array $group): array => array_values(array_diff($group, $ids)), $this->groups);
        $groups[$name] = array_values(array_unique([...$groups[$name] ?? [], ...$ids]));

        return $this->with(groups: array_filter($groups));
    }

    /** Takes a group apart; what is in it stays as it is. */
    public function ungrouping(string $name): self
    {
        return $this->with(groups: array_diff_key($this->groups, [$name => true]));
    }

    /** Turns all of a group off or on. */
    public function switching(string $name, bool $on): self
    {
        $ids = $this->groups[$name] ?? [];

        return $on ? $this->turningOn(...$ids) : $this->turningOff(...$ids);
    }

    /** With the groups of another plan, as far as what is in them is asked for here. */
    public function groupedAs(self $other): self
    {
        $plan = $this;
        foreach ($other->groups as $name => $ids) {
            $plan = $plan->grouping((string) $name, ...array_filter($ids, fn (string $id): bool => $plan->wants($id) || $plan->isOff($id)));
        }

        return $plan;
    }

    /** Has one package win over others that bring the same files. */
    public function letting(string $winner, string ...$others): self
    {
        $order = array_values(array_diff($this->order, [$winner]));
        foreach ($others as $other) {
            if (! in_array($other, $order, true)) {
                $order[] = $other;
            }
        }

        return $this->with(order: [...$order, $winner]);
    }

    /** Has some packages come in an order, the last of which wins, after all that nobody has put in order. */
    public function arranging(string ...$ids): self
    {
        return $this->with(order: [...array_values(array_diff($this->order, $ids)), ...array_values($ids)]);
    }

    /** Has one package come before another, whatever the order is; a rule about the two takes the place of an earlier one. */
    public function ruling(Rule $rule): self
    {
        return $this->with(rules: [...$this->unruling($rule->first, $rule->then)->unruling($rule->then, $rule->first)->rules, $rule]);
    }

    public function unruling(string $first, string $then): self
    {
        return $this->with(
            rules: array_values(array_filter($this->rules, fn (Rule $rule): bool => [$rule->first, $rule->then] !== [$first, $then])),
        );
    }

    /**
     * Has one of several meet a need of a package.
     *
     * @param  list<string>  $instead  the others, of which none is chosen any more
     */
    public function choosing(Choice $choice, array $instead): self
    {
        return $this->with(choices: [...$this->unchoosing($choice->of, [$choice->take, ...$instead])->choices, $choice]);
    }

    /**
     * Lets the resolver choose again among some that meet a need of a package.
     *
     * @param  list<string>  $among
     */
    public function unchoosing(string $of, array $among): self
    {
        return $this->with(
            choices: array_values(
                array_filter($this->choices, fn (Choice $one): bool => $one->of !== $of || ! in_array($one->take, $among, true)),
            ),
        );
    }

    /** A note on why a waiver is right. */
    public function noting(Waiver $waiver, string $note): self
    {
        $notes = $this->waiverNotes;
        unset($notes[$waiver->key()]);

        return $this->with(waiverNotes: $note === '' ? $notes : [...$notes, $waiver->key() => $note]);
    }

    /**
     * Without the waivers of releases that a line-up does not hold, and the choices for packages that it does not: a waiver is for
     * one release, a choice for one package, and each lapses with it.
     *
     * @param  array<string, string>  $versions  package id => version
     */
    public function lapsed(array $versions): self
    {
        $waivers = array_values(
            array_filter($this->waivers, fn (Waiver $waiver): bool => ($versions[$waiver->id] ?? null) === $waiver->version),
        );
        $keys = array_map(fn (Waiver $waiver): string => $waiver->key(), $waivers);

        return $this->with(
            waivers: $waivers,
            waiverNotes: array_intersect_key($this->waiverNotes, array_flip($keys)),
            choices: array_values(array_filter($this->choices, fn (Choice $one): bool => isset($versions[$one->of]))),
        );
    }

    /** The plan of a restore point, as a draft that leads there. */
    public function restoring(?Restore $restore): self
    {
        return $this->with(once: $this->once->restoring($restore));
    }

    /**
     * A draft that keeps to these releases as far as they can be had: those of a hand-off.
     *
     * @param  array<string, string>  $versions  package id => version
     */
    public function keepingTo(array $versions): self
    {
        return $this->restoring(new Restore(Restore::ELSEWHERE, $versions, false));
    }

    /**
     * Has packages reach newer versions.
     *
     * @param  array<string, string>  $updating  package id => version
     */
    public function updatingTo(array $updating): self
    {
        return $this->with(once: $this->once->updatingTo($updating));
    }

    /** What stays of a plan once it is applied: it has no more to put back or to restore. */
    public function applied(): self
    {
        return $this->with(once: new Once());
    }

    /** Another range for a want, which keeps its place. */
    public function ranging(string $id, string $range): self
    {
        return $this->with(wants: array_map(fn (Want $want): Want => $want->id === $id ? new Want($id, $range) : $want, $this->wants));
    }

    /** The base of another plan under the same wants; what was waived about a part that changes lapses. */
    public function onBaseOf(self $other): self
    {
        $plan = $this->base->loaderVersion === $other->base->loaderVersion ? $this : $this->onBuild($other->base->loaderVersion);
        $plan = $plan->base->runtimeVersion === $other->base->runtimeVersion ? $plan : $plan->onRuntime($other->base->runtimeVersion);
        $plan = $plan->withMemory($other->base->memory);
        foreach ($other->waivers as $waiver) {
            $plan = $plan->withoutWaiver($waiver->id, $waiver->relation, $waiver->target)->waiving($waiver);
        }

        return $plan;
    }

    public function without(string $id): self
    {
        return $this->with(
            groups: array_filter(array_map(fn (array $group): array => array_values(array_diff($group, [$id])), $this->groups)),
            wants: array_values(array_filter($this->wants, fn (Want $want): bool => $want->id !== $id)),
            off: array_values(array_filter($this->off, fn (Want $want): bool => $want->id !== $id)),
        );
    }

    /** Another build of the loader; what was waived about the old one lapses. */
    public function onBuild(string $version): self
    {
        return $this->with(base: $this->base->onBuild($version), waivers: $this->waiversNotAbout($this->base->loader));
    }

    /** Another runtime; what was waived about the old one lapses. */
    public function onRuntime(string $version): self
    {
        return $this->with(base: $this->base->onRuntime($version), waivers: $this->waiversNotAbout($this->base->runtime));
    }

    public function withMemory(int $megabytes): self
    {
        return $this->with(base: $this->base->withMemory($megabytes));
    }

    public function allowing(string $id, Channel $channel): self
    {
        return $this->with(channels: [...$this->channels, $id => $channel]);
    }

    public function waiving(Waiver $waiver): self
    {
        return $this->with(waivers: [...$this->waivers, $waiver]);
    }

    public function withoutWaiver(string $id, Relation $relation, string $target): self
    {
        return $this->with(
            waivers: array_values(
                array_filter(
                    $this->waivers,
                    fn (Waiver $waiver): bool => [$waiver->id, $waiver->relation, $waiver->target] !== [$id, $relation, $target],
                ),
            ),
        );
    }

    public function puttingBack(bool $putBack = true): self
    {
        return $this->with(once: $this->once->puttingBack($putBack));
    }

    /** Puts a file of the instance's own under another name, so that the game makes a new one. */
    public function settingAside(string $path): self
    {
        return $this->with(once: $this->once->changingOwn($path, OwnChange::away()));
    }

    /** Gives a file of the instance's own the content that it had in a rehearsal. */
    public function takingBack(string $path, int $rehearsal): self
    {
        return $this->with(once: $this->once->changingOwn($path, OwnChange::asIn($rehearsal)));
    }

    /**
     * Gives files of the instance's own another content, or puts them under another name.
     *
     * @param  array<string, string|null>  $files  path => SHA-256 of the content; null for another name
     */
    public function givingOwn(array $files): self
    {
        $once = $this->once;
        foreach ($files as $path => $to) {
            $once = $once->changingOwn((string) $path, $to === null ? OwnChange::away() : OwnChange::content($to));
        }

        return $this->with(once: $once);
    }

    /** Puts what lies in the folder and was not laid into the bin. */
    public function takingOut(string ...$paths): self
    {
        $out = $this->once->out;
        foreach ($paths as $path) {
            $out[Once::keyOf($path)] = mb_scrub($path);
        }

        return $this->with(once: $this->once->takingOut($out));
    }

    /** @param  string  $key  {@see Once::keyOf()} of what was to go into the bin */
    public function leavingIn(string $key): self
    {
        return $this->with(once: $this->once->takingOut(array_diff_key($this->once->out, [$key => true])));
    }

    /** Has the worlds be as they were at a backup; or one of them be there again, beside those of now. */
    public function withWorldsOf(int $backup, string $world = ''): self
    {
        return $this->with(once: $this->once->withWorlds($backup, $world));
    }

    /** Has the instance be of a release of a pack. */
    public function ofPack(string $pack): self
    {
        return $this->with(once: $this->once->ofPack($pack));
    }

    /** The plan that a repair of its request leads to; null when the repair would change the game or do without the base. */
    public function repaired(Resolved $leadsTo): ?self
    {
        $request = $leadsTo->request;
        $base = array_slice($request->want, 0, self::BASE);
        if (array_map(fn (Want $want): string => $want->id, $base) !== [$this->base->game, $this->base->loader, $this->base->runtime]) {
            return null;
        }
        $versions = $leadsTo->versions();
        if (
            ($versions[$this->base->game] ?? null) !== $this->base->gameVersion ||
            ! isset($versions[$this->base->loader], $versions[$this->base->runtime])
        ) {
            return null;
        }

        return $this->with(
            base: $this->base->onBuild($versions[$this->base->loader])->onRuntime($versions[$this->base->runtime]),
            wants: array_slice($request->want, self::BASE),
            channels: $request->channels,
            waivers: $request->waive,
            choices: $request->choose,
        );
    }

    /** @return list<Waiver> */
    private function waiversNotAbout(string $target): array
    {
        return array_values(array_filter($this->waivers, fn (Waiver $waiver): bool => $waiver->target !== $target));
    }

    /**
     * @param  list<Want>|null  $wants
     * @param  list<Want>|null  $off
     * @param  array<string, Channel>|null  $channels
     * @param  list<Waiver>|null  $waivers
     * @param  array<string, string>|null  $waiverNotes
     * @param  list<string>|null  $order
     * @param  array<string, list<string>>|null  $groups
     * @param  list<Rule>|null  $rules
     * @param  list<Choice>|null  $choices
     */
    private function with(
        ?Base $base = null,
        ?array $wants = null,
        ?array $off = null,
        ?array $channels = null,
        ?array $waivers = null,
        ?array $waiverNotes = null,
        ?array $order = null,
        ?Once $once = null,
        ?array $groups = null,
        ?array $rules = null,
        ?array $choices = null,
    ): self {
        return new self(
            $base ?? $this->base,
            $wants ?? $this->wants,
            $off ?? $this->off,
            $channels ?? $this->channels,
            $waivers ?? $this->waivers,
            $waiverNotes ?? $this->waiverNotes,
            $order ?? $this->order,
            $once ?? $this->once,
            $groups ?? $this->groups,
            $rules ?? $this->rules,
            $choices ?? $this->choices,
        );
    }
}
