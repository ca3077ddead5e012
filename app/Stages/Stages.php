<?php

declare(strict_types=1);

namespace App\Stages;

use App\Depots\PackageRow;
use App\Drafts\Drafting;
use App\Drafts\Steps\GoBack;
use App\Drafts\Steps\Steps;
use App\Games\Games;
use App\Models\Backup;
use App\Models\HistoryEntry;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Stage;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Worlds\Worlds;
use Carbon\CarbonImmutable;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\StageCondition;
use Stasimon\Core\Share\WrittenStage;

/** Installs in stages: written down, gone through one after another, and gone back in. */
final readonly class Stages
{
    public function __construct(private Drafting $drafting, private Steps $steps, private Games $games)
    {
    }

    /** @return Collection<int, Stage> in order */
    public function of(Instance $instance): Collection
    {
        return Stage::query()->where('instance_id', $instance->id)->orderBy('place')->orderBy('id')->get();
    }

    public function now(Instance $instance): ?Stage
    {
        return $this->of($instance)->first(fn (Stage $stage): bool => $stage->isNow());
    }

    public function next(Instance $instance): ?Stage
    {
        return $this->of($instance)->first(fn (Stage $stage): bool => $stage->entered_at === null);
    }

    /** The id of what a person means by an id or a name. */
    private function packageCalled(Instance $instance, string $said): string
    {
        $named = fn (string $name): bool => mb_strtolower($name) === mb_strtolower($said);
        $called = array_map(strval(...), array_keys(array_filter($instance->titles(), $named)));
        if ($called === []) {
            $called = PackageRow::query()
                ->whereKey($said)
                ->orWhereRaw('lower(name) = ?', [mb_strtolower($said)])
                ->limit(2)
                ->pluck('id')
                ->all();
        }

        return match (true) {
            $instance->placed->firstWhere('package_id', $said) !== null, in_array($said, $called, true) => $said,
            $called === [] => throw Refusal::unusable("No depot has {$said}, so nobody could say whether it is gone. Nothing was kept."),
            count($called) > 1 => throw Refusal::unusable(
                "More than one package is called {$said}: say it by its id, as {$called[0]} or {$called[1]}. Nothing was kept.",
            ),
            default => $called[0],
        };
    }

    /**
     * Writes a stage down behind the others. What the draft asks for otherwise than what is applied becomes its change, and
     * the draft is thrown away: it comes when the stage does.
     */
    public function write(
        Instance $instance,
        string $title,
        string $instruction,
        StageCondition $condition,
        string $about,
        bool $ofDraft,
    ): Stage {
        $about = $condition === StageCondition::Gone ? $this->packageCalled($instance, $about) : $about;
        $stages = $this->of($instance);
        $stages->count() < WrittenStage::MOST || throw Refusal::conflict('An instance has at most '.WrittenStage::MOST.' stages.');
        // What earlier stages that are not reached yet will have asked for by then.
        $before = $stages
            ->whereNull('entered_at')
            ->reduce(
                fn (array $wants, Stage $stage): array => array_diff_key($stage->adds + $wants, array_flip($stage->drops)),
                self::wants($instance->plan),
            );
        $drafted = $ofDraft && $instance->draft !== null ? self::wants($instance->draft->plan) : self::wants($instance->plan);
        $adds = array_diff_assoc($drafted, self::wants($instance->plan));
        $drops = array_keys(array_diff_key(self::wants($instance->plan), $drafted));
        $stage = DB::transaction(function () use (
            $instance,
            $stages,
            $title,
            $instruction,
            $condition,
            $about,
            $adds,
            $drops,
            $before,
        ): Stage {
            return Stage::query()->create([
                'instance_id' => $instance->id,
                'place' => 1 + (int) $stages->max('place'),
                'title' => $title,
                'instruction' => $instruction,
                'condition' => $condition,
                'about' => $about,
                'adds' => array_diff_assoc($adds, $before),
                'drops' => array_map(strval(...), $drops),
            ]);
        });
        if ($ofDraft && $instance->draft !== null) {
            $this->drafting->discard($instance);
        }

        return $stage;
    }

    /** @return list<WrittenStage> as they are given away */
    public function written(Instance $instance): array
    {
        return array_values(
            $this->of($instance)
                ->map(
                    fn (Stage $stage): WrittenStage => new WrittenStage(
                        $stage->title,
                        $stage->instruction,
                        $stage->condition,
                        $stage->condition === StageCondition::Clean ? '' : $stage->about,
                        $stage->adds,
                        $stage->drops,
                        $stage->entered_at !== null,
                    ),
                )
                ->all(),
        );
    }

    /**
     * Takes over stages that came with a line-up: the instance begins before the first of them, with what they come to undone.
     *
     * @param  list<WrittenStage>  $stages
     */
    public function begin(Instance $instance, array $stages): void
    {
        foreach ($stages as $place => $stage) {
            Stage::query()->create([
                'instance_id' => $instance->id,
                'place' => $place + 1,
                'title' => $stage->title,
                'instruction' => $stage->instruction,
                'condition' => $stage->condition,
                'about' => $stage->about,
                'adds' => $stage->adds,
                'drops' => $stage->drops,
            ]);
        }
        $reached = array_reverse(
            array_filter($stages, fn (WrittenStage $stage): bool => $stage->isReached && ($stage->adds !== [] || $stage->drops !== [])),
        );
        if ($reached !== []) {
            $this->drafting->step(
                $instance,
                fn (Plan $plan): Plan => array_reduce(
                    $reached,
                    function (Plan $plan, WrittenStage $stage): Plan {
                        $plan = array_reduce(
                            array_map(strval(...), array_keys($stage->adds)),
                            fn (Plan $plan, string $id): Plan => $plan->without($id),
                            $plan,
                        );

                        return array_reduce($stage->drops, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan);
                    },
                    $plan,
                ),
            );
        }
    }

    /**
     * Puts stages back as they stood.
     *
     * @param  list<WrittenStage>  $stages
     * @param  list<array{string, string}>  $marks  when each was entered and when it was done, or nothing
     */
    public function put(Instance $instance, array $stages, array $marks): void
    {
        foreach ($stages as $place => $stage) {
            [$entered, $done] = array_map(
                fn (string $at): ?CarbonImmutable => $at === '' ? null : CarbonImmutable::parse($at),
                $marks[$place] ?? ['', ''],
            );
            Stage::query()->create([
                'instance_id' => $instance->id,
                'place' => $place + 1,
                'entered_at' => $entered,
                'done_at' => $done,
                'title' => $stage->title,
                'instruction' => $stage->instruction,
                'condition' => $stage->condition,
                'about' => $stage->about,
                'adds' => $stage->adds,
                'drops' => $stage->drops,
            ]);
        }
    }

    /** Writes down as stages what was applied so far, each time one; nothing where there are stages already. */
    public function ofHistory(Instance $instance): int
    {
        $this->of($instance)->isEmpty() ||
            throw Refusal::conflict('There are stages already. What was done so far can only be written down where there are none.');
        $entries = $instance->history()->reorder('id')->get();
        $steps = [];
        foreach ($entries as $n => $entry) {
            $before = self::wants($entry->before->plan());
            $after = self::wants(isset($entries[$n + 1]) ? $entries[$n + 1]->before->plan() : $instance->plan);
            [$adds, $drops] = [array_diff_assoc($after, $before), array_map(strval(...), array_keys(array_diff_key($before, $after)))];
            if ($adds !== [] || $drops !== []) {
                $steps[] = [$entry, $adds, $drops];
            }
        }
        $steps !== [] || throw Refusal::conflict('Nothing was asked for or let go so far, so there is nothing to write down.');
        $steps = array_slice($steps, -WrittenStage::MOST);
        DB::transaction(function () use ($instance, $steps): void {
            foreach ($steps as $place => [$entry, $adds, $drops]) {
                $isLast = $place === count($steps) - 1;
                Stage::query()->create([
                    'instance_id' => $instance->id,
                    'place' => $place + 1,
                    'title' => mb_strimwidth($entry->sentence, 0, WrittenStage::TITLE, '…') ?: 'Applied',
                    'instruction' => '',
                    'condition' => StageCondition::Clean,
                    'about' => '',
                    'adds' => $adds,
                    'drops' => $drops,
                    'entered_at' => $entry->created_at,
                    'done_at' => $isLast ? null : $entry->created_at,
                    'after_entry' => $entry->id - 1,
                ]);
            }
        });

        return count($steps);
    }

    /** One that was not reached yet is taken out of the plan. */
    public function remove(Instance $instance, Stage $stage): void
    {
        $stage->instance_id === $instance->id || throw Refusal::notFound('That is no stage of this instance.');
        $stage->entered_at === null ||
            throw Refusal::conflict("{$stage->title} was reached already. Go back before it first; nothing was changed.");
        $stage->delete();
    }

    /** Why the next stage cannot come yet; nothing where it can. */
    public function waitsFor(Instance $instance): string
    {
        $stage = $this->now($instance);
        if ($stage === null) {
            return '';
        }
        if ($instance->draft !== null || ($this->entryOf($instance, $stage) === null && ($stage->adds !== [] || $stage->drops !== []))) {
            return "What {$stage->title} changes is not applied yet.";
        }
        $last = $instance->lastRehearsal;
        $worlds =
            $stage->condition === StageCondition::Gone
                ? array_keys(
                    array_filter(
                        (new Worlds($this->games->get($instance->plan->base->game)))->of($instance),
                        fn (array $mods): bool => isset($mods[$stage->about]),
                    ),
                )
                : [];

        $isClean = $last?->state === LaunchState::Clean && $instance->applied_at !== null && $last->isOfNow($instance);

        return match (true) {
            $stage->condition === StageCondition::Clean && ! $isClean => "{$stage->title} has to come up clean first. Rehearse it.",
            $worlds !== [] => 'There is something of '.
                (PackageRow::query()->whereKey($stage->about)->value('name') ?? $stage->about).
                ' in '.
                implode(' and ', array_slice($worlds, 0, 3)).
                ' still, which would be lost.',
            default => '',
        };
    }

    /**
     * Goes on to the next stage: what it changes is in the draft.
     *
     * @param  string|null  $shown  the stage that a person saw as the one that is now, nothing for none; null where nobody looked
     */
    public function goOn(Instance $instance, bool $isSaid, ?string $shown = null): Stage
    {
        Tasks::refuseWhilePlayed($instance);
        $seen = $this->now($instance);
        if ($shown !== null && $shown !== ($seen->id ?? '')) {
            throw Refusal::conflict(
                'Another stage is now than the page showed'.
                    ($seen === null ? '' : ": {$seen->title}").
                    '. Look at what it asks for; nothing was changed.',
            );
        }
        $waits = $this->waitsFor($instance);
        $waits === '' || throw Refusal::conflict("{$waits} Nothing was changed.");
        $now = $this->now($instance);
        if ($now?->condition === StageCondition::Word && ! $isSaid) {
            throw Refusal::conflict("Say that this is so first: {$now->about} Nothing was changed.");
        }
        $instance->draft === null ||
            throw Refusal::conflict('There is a draft that is not applied yet. Apply it, or throw it away; nothing was changed.');
        $next = $this->next($instance);
        $stage = $next ?? ($now ?? throw Refusal::conflict('There is no stage left to go on to.'));
        $now?->update(['done_at' => now()]);
        if ($next === null) {
            return $stage;
        }
        $next->update(['entered_at' => now(), 'after_entry' => (int) $instance->history()->max('id')]);
        if ($next->adds !== [] || $next->drops !== []) {
            $this->drafting->step($instance, function (Plan $plan) use ($next): Plan {
                $plan = array_reduce($next->drops, fn (Plan $plan, string $id): Plan => $plan->without($id), $plan);

                return array_reduce(
                    array_map(strval(...), array_keys($next->adds)),
                    fn (Plan $plan, string $id): Plan => $plan->wantingIn($id, $next->adds[$id]),
                    $plan,
                );
            });
        }

        return $next;
    }

    /** Goes back before the stage that is now, with configs and worlds as they were: as a draft, where it was applied. */
    public function goBack(Instance $instance): Stage
    {
        Tasks::refuseWhilePlayed($instance);
        $stages = $this->of($instance);
        $now =
            $stages->last(fn (Stage $stage): bool => $stage->entered_at !== null) ??
            throw Refusal::conflict('No stage was reached yet, so there is none to go back from.');
        $entry = $this->entryOf($instance, $now);
        if ($instance->draft !== null) {
            $this->drafting->discard($instance);
        }
        if ($entry !== null) {
            $this->steps->take($instance, new GoBack($entry->id, true));
        }
        $now->update(['entered_at' => null, 'done_at' => null, 'after_entry' => null]);
        $stages->last(fn (Stage $stage): bool => $stage->id !== $now->id && $stage->entered_at !== null)?->update(['done_at' => null]);

        return $now;
    }

    /** Gives the backup that was made before a stage a name, so that it is kept for ever. */
    public function settle(Instance $instance): void
    {
        foreach ($this->of($instance)->whereNotNull('entered_at') as $stage) {
            $entry = $this->entryOf($instance, $stage);
            $backup =
                $entry === null
                    ? null
                    : Backup::query()->where('instance_id', $instance->id)->whereKey($entry->before->backup ?? 0)->first();
            if ($backup !== null && $backup->name === null) {
                $backup->update(['name' => mb_substr("Before stage {$stage->place}: {$stage->title}", 0, 80)]);
            }
        }
    }

    /** What was applied for a stage; nothing for one that changes nothing. */
    private function entryOf(Instance $instance, Stage $stage): ?HistoryEntry
    {
        return $stage->after_entry === null || ($stage->adds === [] && $stage->drops === [])
            ? null
            : HistoryEntry::query()->where('instance_id', $instance->id)->where('id', '>', $stage->after_entry)->orderBy('id')->first();
    }

    /** @return array<string, string> id => range */
    private static function wants(Plan $plan): array
    {
        return array_combine(
            array_map(fn (Want $want): string => $want->id, $plan->wants),
            array_map(fn (Want $want): string => $want->range, $plan->wants),
        );
    }
}
