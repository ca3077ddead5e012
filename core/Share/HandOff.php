<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\Rule;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

/** An instance as something that another person can rebuild it from: what is asked for, and the releases that came of it. */
final readonly class HandOff
{
    /** Packages that one can have. */
    public const MOST = 5_000;

    /** Characters of a group's name. */
    public const GROUP = 60;

    /**
     * @param  Plan  $plan  as it is applied
     * @param  array<string, string>  $releases  package id => version, of all but the base; none where nothing was applied
     * @param  array<string, string>  $digests  package id => SHA-256 of its file, as far as it is known
     * @param  list<WrittenStage>  $stages  in which it is installed, in their order; none where it is installed at once
     *
     * @throws UnusableHandOff for what no instance could be
     */
    public function __construct(
        public string $name,
        public Plan $plan,
        public array $releases = [],
        public array $digests = [],
        public array $stages = [],
    ) {
        if ($name === '' || mb_strlen($name) > Limits::NAME || preg_match('/[\x00-\x1f\x7f]/', $name) === 1) {
            throw UnusableHandOff::because('It has no name that could be shown.');
        }
        foreach (array_map(strval(...), array_keys($plan->groups)) as $group) {
            self::line($group, self::GROUP, 'a group');
        }
        $base = $plan->base;
        $ids = self::named($plan, $releases);
        if (count($ids) > self::MOST) {
            throw UnusableHandOff::because('It names more than '.number_format(self::MOST).' packages.');
        }
        foreach (
            [
                $base->gameVersion,
                $base->loaderVersion,
                $base->runtimeVersion,
                ...array_values($releases),
                ...array_map(fn (Waiver $waiver): string => $waiver->version, $plan->waivers),
            ] as $version
        ) {
            self::line($version, Limits::VERSION, 'a version');
        }
        foreach ([...$plan->wants, ...$plan->off] as $want) {
            self::line($want->range, Limits::RANGE, 'a range');
        }
        foreach ([...$plan->waiverNotes, ...array_map(fn (Rule $rule): string => $rule->why, $plan->rules)] as $note) {
            // It may have several lines; as one line of text they are told one after another.
            if (mb_strlen($note) > Limits::REMARK || ! mb_check_encoding($note, 'UTF-8')) {
                throw UnusableHandOff::because('It has a note that is too long, or no text.');
            }
        }
        if (count($stages) > WrittenStage::MOST) {
            throw UnusableHandOff::because('It has more than '.WrittenStage::MOST.' stages.');
        }
        if ($base->memory < 64 || $base->memory > 65_536) {
            throw UnusableHandOff::because('Its memory is not between 64 and 65,536 MB.');
        }
    }

    /**
     * @param  array<string, string>  $releases
     * @return list<string> every package that is named
     *
     * @throws UnusableHandOff where one is named by what is no id
     */
    private static function named(Plan $plan, array $releases): array
    {
        $ids = [
            ...$plan->base->packages(),
            ...self::ids($plan->wants),
            ...self::ids($plan->off),
            ...$plan->order,
            ...array_merge([], ...array_values($plan->groups)),
            ...array_map(fn (Rule $rule): string => $rule->first, $plan->rules),
            ...array_map(fn (Rule $rule): string => $rule->then, $plan->rules),
            ...self::keys($releases),
            ...array_map(fn (Waiver $waiver): string => $waiver->id, $plan->waivers),
            ...array_map(fn (Waiver $waiver): string => $waiver->target, $plan->waivers),
            ...array_diff(self::keys($plan->channels), ['*']),
        ];
        foreach ($ids as $id) {
            if (preg_match('/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D', $id) !== 1) {
                throw UnusableHandOff::because(
                    'It names a package by something that is no id: "'.mb_strimwidth(mb_scrub($id), 0, 40, '…').'".',
                );
            }
        }

        return $ids;
    }

    /** The same under another name. */
    public function called(string $name): self
    {
        return new self($name, $this->plan, $this->releases, $this->digests, $this->stages);
    }

    /** One group of it alone, with nothing but what is asked for in that. */
    public function only(string $group): self
    {
        $ids = $this->plan->groups[$group] ?? throw UnusableHandOff::because('There is no group of that name in it.');
        $in = fn (Want $want): bool => in_array($want->id, $ids, true);

        return new self(
            $group,
            new Plan(
                $this->plan->base,
                array_values(array_filter($this->plan->wants, $in)),
                array_values(array_filter($this->plan->off, $in)),
                groups: [$group => $ids],
            ),
            array_intersect_key($this->releases, array_flip($ids)),
            array_intersect_key($this->digests, array_flip($ids)),
        );
    }

    /** How many packages it brings. */
    public function count(): int
    {
        return count($this->releases) ?: count($this->plan->wants);
    }

    /** @return array<string, string> package id => version, base included: what a rebuilt instance keeps to as far as it can */
    public function versions(): array
    {
        $base = $this->plan->base;

        return $this->releases === []
            ? []
            : [$base->game => $base->gameVersion, $base->loader => $base->loaderVersion, $base->runtime => $base->runtimeVersion] +
                    $this->releases;
    }

    /**
     * @param  list<Want>  $wants
     * @return list<string>
     */
    private static function ids(array $wants): array
    {
        return array_map(fn (Want $want): string => $want->id, $wants);
    }

    /**
     * @param  array<string, mixed>  $array
     * @return list<string>
     */
    private static function keys(array $array): array
    {
        return array_map(strval(...), array_keys($array));
    }

    private static function line(string $text, int $most, string $what): void
    {
        if (
            $text === '' ||
            mb_strlen($text) > $most ||
            ! mb_check_encoding($text, 'UTF-8') ||
            preg_match('/[\x00-\x1f\x7f]/', $text) === 1
        ) {
            throw UnusableHandOff::because("It has {$what} that is empty, too long, or not one line of text.");
        }
    }
}
