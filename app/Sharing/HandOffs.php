<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Depots\Catalogue\DepotCatalogue;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Draft;
use App\Models\HistoryEntry;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\PlacedRelease;
use App\Refusal\Refusal;
use App\Stages\Stages;
use App\Store\Texts;
use Illuminate\Support\Collection;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\HandOffFile;
use Stasimon\Core\Share\HandOffText;
use Stasimon\Core\Share\UnusableHandOff;

/** Instances as something that another person can rebuild, and what came of others. */
final readonly class HandOffs
{
    /** Hand-offs from others that are kept. */
    private const KEPT = 100;

    public function __construct(
        private Drafting $drafting,
        private Games $games,
        private Texts $texts,
        private CarriedFiles $files,
        private Stages $stages,
    ) {
    }

    /** One of its groups alone. */
    public function group(Instance $instance, string $name): HandOff
    {
        $all = $this->of($instance);

        return isset($all->plan->groups[$name])
            ? $all->only($name)
            : throw Refusal::notFound("{$instance->name} has no group of that name as it is applied.");
    }

    /** An instance as it is applied; as it is drafted where it never was. */
    public function of(Instance $instance): HandOff
    {
        $plan = $instance->applied_at === null ? $instance->draft->plan ?? $instance->plan : $instance->plan;
        $releases = $digests = [];
        foreach ($instance->placed as $placed) {
            $id = (string) $placed->raw('package_id');
            if (! in_array($id, $plan->base->packages(), true)) {
                $releases[$id] = (string) $placed->raw('version');
                $digests[$id] = trim((string) $placed->raw('sha256'));
            }
        }

        return new HandOff(
            self::name($instance->name),
            $plan->applied(),
            $releases,
            array_filter($digests),
            $this->stages->written($instance),
        );
    }

    /** The line-up from before an apply. */
    public function ofPoint(Instance $instance, int $point): HandOff
    {
        $entry = $instance->history()->find($point);
        if (! $entry instanceof HistoryEntry || ! $entry->before->isApplied()) {
            throw Refusal::notFound('That restore point is not here any more, or nothing was applied before it.');
        }
        $plan = $entry->before->plan()->applied();
        $placed = array_filter(
            $entry->before->releases,
            fn (PlacedRelease $one): bool => ! in_array($one->package_id, $plan->base->packages(), true),
        );

        return new HandOff(
            self::name($instance->name.' before '.$entry->moment()),
            $plan,
            collect($placed)->pluck('version', 'package_id')->all(),
            array_filter(array_map(trim(...), collect($placed)->pluck('sha256', 'package_id')->filter()->all())),
        );
    }

    /** @throws Refusal that says what it is, or is not */
    public static function read(string $text): HandOff
    {
        try {
            return HandOffDocument::isOne($text) ? HandOffDocument::read($text) : HandOffText::read($text, self::packed(...));
        } catch (UnusableHandOff $failure) {
            throw Refusal::unusable($failure->getMessage());
        }
    }

    /** The line-up of a pack's release, where it is here. */
    private static function packed(string $id, string $version): ?HandOff
    {
        $release = PackRelease::query()->where('pack', $id)->where('version', $version)->first();

        return $release === null ? null : PackFile::read($release->document)->lineUp;
    }

    /** Keeps what came from somebody else, in whatever form. */
    public function receive(string $text): GivenHandOff
    {
        $given = self::read($text);
        $this->games->get($given->plan->base->game);

        return $this->keep($given, new Carried());
    }

    /** Keeps one that came as a ZIP archive, with all that it carries. */
    public function receiveFile(string $path, string $name): GivenHandOff
    {
        try {
            $file = HandOffFile::open($path, $name);
        } catch (UnusableHandOff|UnsafeArchive $failure) {
            throw Refusal::unusable($failure->getMessage());
        }
        $this->games->get($file->given->plan->base->game);
        array_map($this->texts->put(...), $file->configs);
        $this->files->receive($file->carried, $file->container, $file->given->plan->base->game);

        return $this->keep($file->given, $file->carried);
    }

    /** What came before, word for word, is the same once more. */
    private function keep(HandOff $given, Carried $carried): GivenHandOff
    {
        $said = ['name' => $given->name, 'document' => HandOffDocument::write($given, $carried)];
        $kept = GivenHandOff::query()->where($said)->first() ?? GivenHandOff::query()->create($said);
        $kept->update(['created_at' => now()]);
        GivenHandOff::query()
            ->whereNotIn('id', GivenHandOff::query()->orderByDesc('created_at')->orderByDesc('id')->limit(self::KEPT)->select('id'))
            ->delete();

        return $kept;
    }

    /** Remembers that an instance is, or is to be, as a hand-off has it; what is none is not remembered. */
    public function broughtTo(Instance $instance, string $given): void
    {
        if (GivenHandOff::query()->whereKey($given)->exists()) {
            $instance->update(['given_id' => $given]);
        }
    }

    /** The instance that was made of it, or of an earlier one of its name and game; the one that was applied last. */
    public function madeOf(GivenHandOff $given): ?Instance
    {
        $game = $this->given($given)->plan->base->game;

        return Instance::query()
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->whereRaw("plan->>'game' = ?", [$game])
            ->whereIn('given_id', GivenHandOff::query()->where('name', $given->name)->select('id'))
            ->orderByRaw('given_id = ? desc', [$given->id])
            ->orderByRaw('applied_at desc nulls last')
            ->first();
    }

    /** What came with one beyond names. */
    public function carried(GivenHandOff $given): Carried
    {
        return HandOffDocument::carried($given->document);
    }

    /**
     * An instance as a ZIP archive, which whoever asked takes away.
     *
     * @param  list<string>  $configs  paths that go with it
     * @param  list<string>  $passed  SHA-256 of files of one's own that may be passed on
     * @param  bool  $launching  whether it is said how the instance is launched
     */
    public function file(Instance $instance, array $configs, array $passed, bool $launching = false): string
    {
        [$carried, $contents] = $this->files->carried($instance, $configs, $passed, $launching);
        $to = (string) tempnam(sys_get_temp_dir(), 'stasimon-hand-off');
        HandOffFile::write($to, $this->of($instance), $carried, $contents, $this->files->paths($carried));

        return $to;
    }

    public function given(GivenHandOff $given): HandOff
    {
        return HandOffDocument::read($given->document);
    }

    /**
     * A new instance with the hand-off as its draft, release by release as far as they can be had.
     *
     * @param  bool  $launching  whether it is to be launched with the words that came with it, which somebody has seen
     */
    public function make(HandOff $given, string $name, Carried $carried = new Carried(), bool $launching = false): Instance
    {
        $base = $given->plan->base;
        $game = $this->games->get($base->game);
        $plan = self::plan($base, $game);
        $instance = Instance::query()->create(['name' => $name, 'plan' => $plan]);
        $launching && $instance->update(['launching' => $carried->launching]);
        $kept =
            [
                $game->id => $plan->base->gameVersion,
                $plan->base->loader => $plan->base->loaderVersion,
                $plan->base->runtime => $plan->base->runtimeVersion,
            ] + $given->releases;
        $this->drafting->step($instance, function (Plan $plan) use ($given, $kept): Plan {
            return self::handedOn($given, $plan, $kept);
        });
        if ($carried->configs !== []) {
            $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->givingOwn($carried->configs));
        }
        $this->stages->begin($instance, $given->stages);

        return $instance;
    }

    /** A build or a runtime that is not to be had is chosen as for a new instance; the page before has said so. */
    private static function plan(Base $base, GameDefinition $game): Plan
    {
        $bases = new Bases($game, new DepotCatalogue($game));
        $isThere = fn (string $version, array $versions): ?string => in_array($version, $versions, true) ? $version : null;
        $plan = $bases->plan(
            $base->gameVersion,
            $base->loader,
            $isThere($base->loaderVersion, array_column($bases->buildsOf($base->loader, $base->gameVersion), 'version')),
            $isThere(
                $base->runtimeVersion,
                array_map(fn (string $runtime): string => substr($runtime, 1), array_keys($bases->choice->runtimes($base->gameVersion))),
            ),
            $base->memory,
        );
        if ($plan->base->loaderVersion === '') {
            throw Refusal::conflict(
                "No depot has a build of {$bases->title($base->loader)} for {$base->gameVersion}, so nothing can be made of it yet.",
            );
        }

        return $plan;
    }

    /**
     * What is asked for in a hand-off, on the base of a plan.
     *
     * @param  array<string, string>  $kept  releases that it is resolved with
     */
    private static function handedOn(HandOff $given, Plan $plan, array $kept): Plan
    {
        $mine = array_map(fn (Waiver $waiver): string => $waiver->key(), $plan->waivers);
        $theirs = array_filter($given->plan->waivers, fn (Waiver $waiver): bool => ! in_array($waiver->key(), $mine, true));
        $rebuilt = new Plan(
            $plan->base,
            $given->plan->wants,
            $given->plan->off,
            $given->plan->channels,
            [...$plan->waivers, ...array_values($theirs)],
            $given->plan->waiverNotes,
            $given->plan->order,
            rules: $given->plan->rules,
        );

        $rebuilt = $rebuilt->groupedAs($given->plan);

        return $given->releases === [] ? $rebuilt : $rebuilt->keepingTo($kept);
    }

    /** @return Collection<int, Instance> those of the same game */
    public function instancesFor(GivenHandOff $given): Collection
    {
        return Instance::query()
            ->whereNull('problem')
            ->whereNull('put_away_at')
            ->whereRaw("plan->>'game' = ?", [$this->given($given)->plan->base->game])
            ->orderBy('name')
            ->limit(200)
            ->get(['id', 'name']);
    }

    /** Asks in an instance for what a hand-off asks for, such as a group that was given away, with the configs that came with it. */
    public function add(HandOff $given, Instance $instance, Carried $carried = new Carried()): Draft
    {
        if ($given->plan->base->game !== $instance->plan->base->game) {
            throw Refusal::conflict("{$instance->name} is of another game.");
        }

        return $this->drafting->step(
            $instance,
            fn (Plan $plan): Plan => array_reduce(
                $given->plan->wants,
                fn (Plan $plan, Want $want): Plan => $plan->wants($want->id) ? $plan : $plan->wanting($want->id, $want->range),
                $plan,
            )
                ->groupedAs($given->plan)
                ->givingOwn($carried->configs),
        );
    }

    private static function name(string $name): string
    {
        return mb_substr($name, 0, Limits::NAME);
    }

    /** @return Collection<int, GivenHandOff> what each is called, the newest first */
    public static function latest(): Collection
    {
        return GivenHandOff::query()
            ->orderByDesc('created_at')
            ->orderByDesc('id')
            ->limit(100)
            ->get(['id', 'name', 'created_at']);
    }
}
