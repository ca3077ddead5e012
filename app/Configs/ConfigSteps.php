<?php

declare(strict_types=1);

namespace App\Configs;

use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Models\Draft;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Refusal\Refusal;
use App\Rehearsals\SeenConfig;
use App\Store\Texts;
use Stasimon\Core\Config\ConfigSyntax;
use Stasimon\Core\Config\Encoded;
use Stasimon\Core\Config\TextDifference;
use Stasimon\Core\Plan\Plan;

/** Changes configs, each time as a step of the draft. */
final readonly class ConfigSteps
{
    public function __construct(private Drafting $drafting, private ConfigList $list, private Texts $texts)
    {
    }

    /** @param  array<string, string|null>  $texts  path => what it is to be; null to put it away under another name */
    public function write(Instance $instance, array $texts, ?int $seen = null): Draft
    {
        $own = array_map(fn (?string $text): ?string => $text === null ? null : $this->texts->put($text), $texts);

        return $this->drafting->step($instance, fn (Plan $plan): Plan => $plan->givingOwn($own), $seen);
    }

    /**
     * What a config can be put beside.
     *
     * @return array<string, string> name in an address => words
     */
    public function others(Instance $instance, string $path): array
    {
        $others = [];
        $made = SeenConfig::query()->where('instance_id', $instance->id)->where('path', $path)->first();
        if ($made?->made !== null || $this->list->brought($instance, $path) !== null) {
            $others['made'] = $made?->made !== null ? "as launch {$made->made_in} made it" : 'as its archive has it';
        }
        foreach ($instance->rehearsals()->where('state', LaunchState::Clean)->orderByDesc('number')->limit(3)->pluck('number') as $number) {
            if (is_file((new Folder($instance))->rehearsed((int) $number, $path))) {
                $others["launch {$number}"] = "as after launch {$number}, which was clean";
            }
        }
        foreach (
            $instance
                ->history()
                ->limit(12)
                ->get(['id', 'before', 'created_at']) as $entry
        ) {
            if (is_file((new Folder($instance))->ofPoint($entry->before->task, $path))) {
                $others["point {$entry->id}"] = 'before '.$entry->moment();
            }
        }
        foreach (
            Instance::query()
                ->where('id', '!=', $instance->id)
                ->whereRaw("plan->>'game' = ?", [$instance->plan->base->game])
                ->whereNotNull('applied_at')
                ->orderBy('name')
                ->limit(50)
                ->get() as $other
        ) {
            if (is_file((new Folder($other))->live($path))) {
                $others["instance {$other->id}"] = "{$other->name}'s";
            }
        }

        return $others;
    }

    /** A config as another one has it; null where that is not kept. */
    public function other(Instance $instance, string $path, string $other): ?string
    {
        [$what, $which] = [...explode(' ', $other, 2), ''];
        if (! isset($this->others($instance, $path)[$other])) {
            return null;
        }
        $file = match ($what) {
            'launch' => (new Folder($instance))->rehearsed((int) $which, $path),
            'point' => (new Folder($instance))->ofPoint($instance->history()->find((int) $which)->before->task ?? '', $path),
            'instance' => (new Folder(Instance::query()->findOrFail($which)))->live($path),
            default => null,
        };
        if ($file !== null) {
            return is_file($file) && filesize($file) <= 1_000_000 ? (string) file_get_contents($file) : null;
        }

        return $this->texts->get(SeenConfig::query()->where('instance_id', $instance->id)->where('path', $path)->value('made')) ??
            $this->list->brought($instance, $path);
    }

    /**
     * Takes one place of a config back to what it is elsewhere, or all of it.
     *
     * @param  int|null  $place  of {@see TextDifference}; null for all
     * @param  string  $sha256  of the config as the person looked at it
     */
    public function takeBack(Instance $instance, string $path, string $other, ?int $place, string $sha256): Draft
    {
        $was =
            $this->other($instance, $path, $other) ??
            throw Refusal::notFound('What it was to be like is not kept any more. Nothing was changed.');
        $now = $this->list->text($instance, $path);
        if (hash('sha256', $now) !== $sha256) {
            throw Refusal::conflict("{$path} has changed since you looked at it. Look again; nothing was changed.");
        }
        if ($place === null) {
            return $this->write($instance, [$path => $was]);
        }
        $syntax = ConfigSyntax::ofPath($path);
        [$earlier, $written] = [Encoded::read($syntax, $was), Encoded::read($syntax, $now)];
        $text =
            $earlier === null || $written === null
                ? null
                : TextDifference::of($syntax, $earlier->text, $written->text)->takenBack($place);
        $text !== null || throw Refusal::notFound('That difference is not there any more. Nothing was changed.');

        return $this->write($instance, [$path => WrittenConfig::bytes($written, $path, $text)]);
    }

    /**
     * Puts other words in the place of some, in every config or in chosen ones.
     *
     * @param  list<string>  $paths
     */
    public function replace(Instance $instance, string $words, string $with, bool $exactly, array $paths): Draft
    {
        $search = new ConfigSearch($words, $with, $exactly);
        $texts = [];
        foreach (array_intersect_key($this->list->texts($instance), array_flip($paths)) as $path => $bytes) {
            $path = (string) $path;
            $problem = $search->problem($path, $bytes);
            $problem === '' || throw Refusal::conflict("{$problem} Leave it out, or write it by hand. Nothing was changed.");
            $new = $search->in($path, $bytes);
            $texts += $new === $bytes ? [] : [$path => $new];
        }
        $texts !== [] || throw Refusal::conflict("None of them has \"{$words}\" in it any more. Nothing was changed.");

        return $this->write($instance, $texts);
    }

    /**
     * Has another instance use these as they are here.
     *
     * @param  list<string>  $paths
     */
    public function copy(Instance $instance, Instance $to, array $paths): Draft
    {
        $to->plan->base->game === $instance->plan->base->game || throw Refusal::conflict("{$to->name} is of another game.");
        $known = array_intersect($paths, array_map(strval(...), array_keys($this->list->of($instance))));
        $known !== [] || throw Refusal::unusable('Nothing was marked, so nothing was copied.');

        $texts = array_map(fn (string $path): string => $this->list->text($instance, $path), $known);

        return $this->write($to, array_combine($known, $texts));
    }
}
