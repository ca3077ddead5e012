<?php

declare(strict_types=1);

namespace App\View\Drafts;

use App\Disk\Folder;
use App\Drafts\LineUp;
use App\Findings\Finding;
use App\Models\Instance;
use App\View\Bytes;
use App\Worlds\WorldPacks;
use Illuminate\Support\Collection;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Explain\Contest;
use Stasimon\Core\Explain\Demand;
use Stasimon\Core\Plan\OwnChange;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\Restore;
use Stasimon\Core\Resolve\Changes;
use Stasimon\Core\Resolve\Selected;
use Stasimon\Core\Resolve\Want;

/** What the page of a draft says: how it would change the line-up, or why it has none. */
final readonly class DraftPage
{
    public Changes $changes;

    /**
     * @param  list<Finding>  $cleared  true now and not once the draft is applied
     * @param  list<Finding>  $new
     * @param  list<Finding>  $staying
     * @param  list<Finding>  $toBeTried  what a launch has told: whether the draft answers it is known by another
     */
    public function __construct(
        private LineUp $lineUp,
        private Instance $instance,
        public array $cleared = [],
        public array $new = [],
        public array $staying = [],
        public array $toBeTried = [],
    ) {
        $this->changes = $lineUp->changes();
    }

    /**
     * @param  list<string>  $paths  of the instance's own files that the draft changes
     * @return array<string, list<string>> name of a world that is not there yet => those in it
     */
    private function worldsComing(array $paths): array
    {
        $folder = (string) ($this->lineUp->catalogue->game->worlds['folder'] ?? '');
        $coming = $isNew = [];
        foreach ($paths as $path) {
            $world = $folder !== '' && str_starts_with($path, "{$folder}/") ? strtok(substr($path, strlen($folder) + 1), '/') : false;
            if ($world !== false && ($isNew[$world] ??= ! is_dir((new Folder($this->instance))->live("{$folder}/{$world}")))) {
                $coming[$world][] = $path;
            }
        }

        return $coming;
    }

    /** What applying it does once, beside the line-up. */
    public function once(): string
    {
        $once = $this->lineUp->plan->once;
        $said = $once->putBack ? ['Every file is laid anew.'] : [];
        if ($once->worlds !== 0) {
            $said[] =
                $once->world === ''
                    ? 'The worlds become as they were at a backup; those of now are kept first.'
                    : "The world {$once->world} is put back as it was at a backup, beside those of now.";
        }
        $coming = $this->worldsComing(array_map(strval(...), array_keys($once->own)));
        foreach ($coming as $world => $files) {
            $said[] = "The world {$world} comes into it, ".count($files).(count($files) === 1 ? ' file.' : ' files.');
        }
        $packs = array_diff(WorldPacks::among($once->own), ...array_values($coming));
        foreach ($packs as $path) {
            $said[] = basename($path).' comes into '.dirname($path).'.';
        }
        $given = array_diff(
            array_keys(array_filter($once->own, fn (OwnChange $to): bool => $to->content !== null)),
            $packs,
            ...array_values($coming),
        );
        if ($given !== []) {
            $said[] =
                implode(', ', array_slice($given, 0, 3)).
                (count($given) > 3 ? ' and '.(count($given) - 3).' more' : '').
                (count($given) === 1 ? ' gets' : ' get').
                ' another content.';
        }
        foreach (array_filter($once->own, fn (OwnChange $to): bool => $to->content === null) as $path => $to) {
            $said[] = "{$path} {$to->words()}";
        }
        if ($once->restore !== null) {
            $said[] = match (true) {
                $once->restore->point === Restore::ELSEWHERE => 'It keeps to the releases that were taken over, as far as they can be had.',
                $once->restore->own => 'It goes back to an earlier line-up, with the configs and worlds of that time.',
                default => 'It goes back to an earlier line-up; configs and worlds stay as they are.',
            };
        }

        foreach (array_diff_key($this->instance->plan->groups, $this->lineUp->plan->groups) as $name => $ids) {
            $stay = array_filter($ids, fn (string $id): bool => $this->lineUp->plan->wants($id) || $this->lineUp->plan->isOff($id));
            $said[] = "The group {$name} ".($stay === [] ? 'goes with all that is in it.' : 'is taken apart; what is in it stays.');
        }

        return implode(' ', $said);
    }

    /** Which newer releases are passed over because somebody reports them broken, and which is taken all the same. */
    public function reported(): string
    {
        $said = [];
        foreach ($this->lineUp->resolved->selection ?? [] as $one) {
            $now = $one->package->positionOf($one->release->version);
            $avoided = $one->package->avoided()?->positions() ?? [];
            $newer = array_filter($avoided, fn (int $position): bool => $position > $now);
            if (($this->instance->versions()[$one->package->id] ?? '') === $one->release->version) {
                continue;
            }
            if (in_array($now, $avoided, true)) {
                $said[] = "{$one->package->title()} {$one->release->version} is reported broken; no other release would do.";
            } elseif ($newer !== []) {
                $newest = $one->package->releases[max($newer)]->version;
                $said[] = "{$one->package->title()} {$one->release->version} is taken, because {$newest} is reported broken.";
            }
        }

        return implode(' ', array_slice($said, 0, 5));
    }

    public function title(string $id): string
    {
        return $this->lineUp->catalogue->package($id)?->title() ?? $id;
    }

    /** "Fogbank and Brightwork cannot be in Lamplight like this" */
    public function refusal(): string
    {
        $titles = [];
        foreach ($this->lineUp->told()->blame ?? [] as $index) {
            if ($index >= Plan::BASE) {
                $titles[] = $this->title($this->lineUp->plan->wants[$index - Plan::BASE]->id);
            }
        }
        $titles = array_values(array_unique($titles));

        return $titles === []
            ? 'This base cannot stand'
            : collect($titles)->join(', ', ' and ')." cannot be in {$this->instance->name} like this";
    }

    /** What is known of the rest of what is asked for, as a sentence. */
    public function others(): string
    {
        return match ($this->lineUp->told()?->othersCan($this->lineUp->plan)) {
            true => 'Everything else that is asked for can.',
            false => 'It is not alone in that; what would help says what else cannot.',
            null => '',
        };
    }

    /** @return list<RangeChart> of each package that the demands in the explanation do not agree on */
    public function charts(): array
    {
        return array_map(
            fn (Contest $contest): RangeChart => RangeChart::of($contest, $this->who(...)),
            $this->lineUp->impossible->contested ?? [],
        );
    }

    private function who(Demand $demand): string
    {
        return match (true) {
            $demand->want === null => "{$this->title($demand->id)} {$demand->version}",
            $demand->want < Plan::BASE => 'this instance',
            default => 'you',
        };
    }

    /**
     * What comes, changes or stays: the base, what is asked for, and what comes along, each by name.
     *
     * @return list<Selected>
     */
    public function selected(DraftChange $state): array
    {
        $rank = fn (Selected $one): array => [
            match (true) {
                $one->package->kind->isBase() => 0,
                $this->lineUp->plan->wants($one->package->id) => 1,
                $one->package->kind !== Kind::Library => 2,
                default => 3,
            },
            mb_strtolower($one->package->title()),
        ];
        $game = $this->lineUp->catalogue->game;
        // What a game does without is no part of what it stands on.
        $isNothing = fn (Selected $one): bool => $game->isItself($one->package->id) ||
            ($one->package->kind === Kind::Runtime && ! $game->hasRuntime());
        $selection = array_values(
            array_filter(
                $this->lineUp->resolved->selection ?? [],
                fn (Selected $one): bool => ! $isNothing($one) && $this->stateOf($one->package->id) === $state,
            ),
        );
        usort($selection, fn (Selected $a, Selected $b): int => $rank($a) <=> $rank($b));

        return $selection;
    }

    private function stateOf(string $id): DraftChange
    {
        return match (true) {
            in_array($id, $this->changes->add, true) => DraftChange::Comes,
            $this->versionBefore($id) !== null => DraftChange::Changes,
            default => DraftChange::Stays,
        };
    }

    public function versionBefore(string $id): ?string
    {
        foreach ($this->changes->change as $change) {
            if ($change->id === $id) {
                return $change->from;
            }
        }

        return null;
    }

    public function whyGone(string $id): string
    {
        return match (true) {
            $this->lineUp->plan->isOff($id) => 'turned off, and remembered',
            $this->instance->plan->wants($id) => 'no longer asked for',
            default => 'nothing needs it any more',
        };
    }

    /** Whether the draft asks for this release because it is newer, which can be taken out of it again. */
    public function isUpdate(string $id): bool
    {
        return isset($this->lineUp->plan->once->updating[$id]);
    }

    /** @return list<Want> wants that have a range, or are not as they were */
    public function ranged(): array
    {
        return array_values(
            array_filter(
                $this->lineUp->plan->wants,
                fn (Want $want): bool => $want->range !== '*' ||
                    $this->lineUp->resolved === null ||
                    $this->stateOf($want->id) !== DraftChange::Stays,
            ),
        );
    }

    /** @return Collection<string, string> package id => name */
    public function names(): Collection
    {
        return collect($this->lineUp->resolved->selection ?? [])->mapWithKeys(
            fn (Selected $one): array => [$one->package->id => $one->package->title()],
        );
    }

    /** "12.3 MB to fetch. 1.2 GB in all; what other instances hold already is shared with them." */
    public function sizes(): string
    {
        $fetch = $this->lineUp->toFetch();

        return ($fetch > 0
            ? Bytes::words($fetch).' to fetch, which is also what the disk grows by. '
            : 'Everything is in the store already, so the disk does not grow. ').
            Bytes::words($this->lineUp->size()).
            ' in all.';
    }
}
