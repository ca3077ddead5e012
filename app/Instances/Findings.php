<?php

declare(strict_types=1);

namespace App\Instances;

use App\Games;
use App\Models\Instance;
use App\Models\Package;
use App\Models\PlacedRelease;
use App\Rehearsals\Reading;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Base\MemoryAdvice;
use Stasimon\Core\Base\Plan;
use Stasimon\Core\Base\RuntimeNeed;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Rehearse\Counsel;
use Stasimon\Core\Resolve\Selected;
use Stasimon\Core\Resolve\Waiver;

/** What is true about an instance as it is applied, and about what its draft would make of it. */
final readonly class Findings
{
    /** Changed whenever the rules here change, so that what was remembered under the old ones is worked out again. */
    public const VERSION = 2;

    /** Megabytes that a system wants for itself: common practice, no source. */
    private const SYSTEM = 1_024;

    /** Paths of one package that a finding names. */
    private const NAMED = 3;

    public function __construct(private Games $games, private Drafting $drafting, private Reading $reading, private Inventory $inventory, private RunsOn $runsOn)
    {
    }

    /** @return list<Finding> about files that were changed by hand or are gone */
    public function ofFiles(Instance $instance): array
    {
        if ($instance->applied_at === null) {
            return [];
        }
        $groups = collect($this->inventory->disturbed($instance))->groupBy(fn (FolderFile $file): string => $file->state.' '.$file->package);
        $putBack = Finding::remedy('Put it back', 'no other change', "/instances/{$instance->id}/draft/put-back");

        return $groups->map(function ($files) use ($instance, $putBack): Finding {
            $first = $files->first();
            $paths = $files->take(self::NAMED)->map(fn (FolderFile $file): string => $file->path)->join(', ', ' and ').($files->count() > self::NAMED ? ' and '.($files->count() - self::NAMED).' more' : '');
            $one = $files->count() === 1;

            return $first->state === 'missing'
                ? new Finding(Level::Stops, ($one ? 'The file' : 'Files')." of {$first->name} ".($one ? 'is' : 'are').' gone', "{$paths} ".($one ? 'was' : 'were').' there when the draft was applied and '.($one ? 'is' : 'are')." not in the folder now. Whatever needs {$first->name} will not start.", $first->package, [$putBack])
                : new Finding(Level::Look, ($one ? 'A file' : 'Files')." of {$first->name} ".($one ? 'was' : 'were').' changed by hand', "{$paths} ".($one ? 'is' : 'are').' not as '.($one ? 'it was' : 'they were').' when the draft was applied.', $first->package, [
                    $putBack,
                    Finding::remedy('Keep it as it is', 'until its release changes', "/instances/{$instance->id}/files/keep", ['id' => (string) $first->package]),
                ]);
        })->values()->all();
    }

    /** @return list<Finding> about everything but the files, as it is applied */
    public function settled(Instance $instance): array
    {
        $versions = $instance->versions();

        return [
            ...$this->failedRehearsal($instance),
            ...$this->worlds($instance, $versions, $instance->plan),
            ...$this->overlaps($instance, $this->inventory->contested($instance), $instance->plan),
            ...($instance->applied_at === null ? [] : $this->notices($instance, $versions, $instance->plan)),
            ...$this->waivers($instance, $instance->plan),
            ...$this->build($instance, $instance->plan),
            ...($instance->applied_at === null ? [] : [
                ...$this->runtime($instance, $this->runsOn->ofApplied($instance), $instance->plan),
                ...$this->memory($instance, $this->runsOn->memory($instance->plan, $instance->placed->map(fn (PlacedRelease $placed): Kind => Kind::from($placed->kind))), $instance->plan),
            ]),
        ];
    }

    /**
     * What would be true once the draft is applied.
     *
     * @param  list<array{path: string, winner: string, over: list<string>}>  $contested  as far as its archives are known
     * @return list<Finding>
     */
    public function after(Instance $instance, LineUp $lineUp, array $contested): array
    {
        $versions = $lineUp->resolved?->versions() ?? [];

        // What is gone or was changed by hand is laid anew by any apply, unless it is kept; so no finding about files remains.
        return Finding::ordered([
            ...$this->worlds($instance, $versions, $lineUp->plan),
            ...$this->overlaps($instance, $contested, $lineUp->plan),
            ...$this->notices($instance, $versions, $lineUp->plan),
            ...$this->waivers($instance, $lineUp->plan->lapsed($versions)),
            ...$this->build($instance, $lineUp->plan),
            ...$this->runtime($instance, $this->runsOn->ofLineUp($lineUp), $lineUp->plan),
            ...$this->memory($instance, $this->runsOn->memory($lineUp->plan, array_map(fn (Selected $one): Kind => $one->package->kind, $lineUp->resolved->selection ?? [])), $lineUp->plan),
        ]);
    }

    /** @return list<Finding> */
    private function failedRehearsal(Instance $instance): array
    {
        $rehearsal = $instance->lastRehearsal;
        if ($rehearsal === null || $rehearsal->state !== 'failed' || ($instance->applied_at !== null && $instance->applied_at > $rehearsal->created_at)) {
            return [];
        }
        $rehearsal->setRelation('instance', $instance);
        $findings = [];
        foreach ($this->reading->findings($rehearsal) as $read) {
            $remedies = array_map(fn (Counsel $counsel): array => Finding::remedy($counsel->text, 'as a draft', "/instances/{$instance->id}/rehearsals/{$rehearsal->number}/remedy", ['remedy' => $counsel->key]), $read->remedies);
            $findings[] = new Finding(Level::Stops, "Rehearsal {$rehearsal->number} stopped", $read->sentence, $read->diagnosis->suspects[0] ?? null, $remedies);
        }

        return $findings !== [] ? $findings : [new Finding(
            Level::Stops, "Rehearsal {$rehearsal->number} stopped",
            "It ended with exit code {$rehearsal->exit_code}, and its log names no cause that is known here. Read the log from its first error.",
        )];
    }

    /**
     * @param  array<string, string>  $versions
     * @return list<Finding>
     */
    private function worlds(Instance $instance, array $versions, Plan $plan): array
    {
        $findings = [];
        foreach ((new Worlds($this->games->get($plan->game)))->atRisk($instance, $versions) as $world => $missing) {
            $names = Package::query()->whereIn('id', $missing)->pluck('name', 'id');
            $list = collect($missing)->map(fn (string $id): string => $names[$id] ?? $id)->join(', ', ' and ');
            $back = $names->keys()->reduce(fn (Plan $with, string $id): Plan => $with->wanting($id), $plan);
            $findings[] = new Finding(
                Level::Breaks, "The world {$world} was saved with {$list}",
                "{$list} ".(count($missing) === 1 ? 'is' : 'are').' not in this line-up. What '.(count($missing) === 1 ? 'it' : 'they').' put into the world will be missing when it is opened, and saving it then makes that final.',
                $missing[0] ?? null,
                $names->isNotEmpty() && $this->resolves($back, $instance) ? [Finding::remedy('Add '.$names->join(', ', ' and '), 'as a draft', "/instances/{$instance->id}/draft/add", self::list('ids', $names->keys()->all()))] : [],
            );
        }

        return $findings;
    }

    /**
     * @param  list<array{path: string, winner: string, over: list<string>}>  $contested
     * @return list<Finding> one for each pair of packages, unless a person has decided
     */
    private function overlaps(Instance $instance, array $contested, Plan $plan): array
    {
        $catalogue = $this->drafting->catalogue($instance);
        $pairs = [];
        foreach ($contested as $one) {
            foreach ($one['over'] as $loser) {
                if (! in_array($loser, $plan->order, true) || ! in_array($one['winner'], $plan->order, true)) {
                    $pairs["{$one['winner']} {$loser}"][] = $one['path'];
                }
            }
        }
        $findings = [];
        foreach ($pairs as $pair => $paths) {
            [$winner, $loser] = explode(' ', $pair);
            [$wins, $loses] = [self::title($catalogue, $winner), self::title($catalogue, $loser)];
            $named = implode(', ', array_slice($paths, 0, self::NAMED)).(count($paths) > self::NAMED ? ' and '.(count($paths) - self::NAMED).' more' : '');
            $let = fn (string $words, string $first, string $second): array => Finding::remedy($words, 'as a draft', "/instances/{$instance->id}/draft/let", ['id' => $first, 'target' => $second]);
            $findings[] = new Finding(
                Level::Look, "{$wins} and {$loses} bring the same file",
                "{$named} is in both, with different contents. Only one can be there: {$wins}'s, because it comes later.",
                $loser, [$let("Let {$loses} win", $loser, $winner), $let("Leave it to {$wins}", $winner, $loser)],
            );
        }

        return $findings;
    }

    /**
     * @param  array<string, string>  $versions
     * @return list<Finding>
     */
    private function notices(Instance $instance, array $versions, Plan $plan): array
    {
        $rows = DB::table('notices')->leftJoin('depots', 'depots.id', '=', 'notices.depot_id')->whereIn('package_id', array_map(strval(...), array_keys($versions)))->where('kind', '!=', 'fine')
            ->orderBy('notices.id')->get(['notices.*', 'depots.name as depot'])->filter(fn (object $row): bool => ($row->version === null || $row->version === $versions[$row->package_id]) && array_diff_assoc((array) json_decode($row->beside ?? '{}', true), $versions) === []);
        $catalogue = $this->drafting->catalogue($instance);
        $findings = [];
        foreach ($rows as $row) {
            $title = self::title($catalogue, $row->package_id);
            $by = $row->depot ?? 'a search here';
            $remedies = [];
            if ($row->understudy !== null && $plan->wants($row->package_id) && ! isset($versions[$row->understudy]) && $this->resolves($plan->without($row->package_id)->wanting($row->understudy), $instance)) {
                $remedies[] = Finding::remedy('Use '.self::title($catalogue, $row->understudy).' instead', 'as a draft', "/instances/{$instance->id}/draft/replace", ['id' => $row->package_id, 'target' => $row->understudy]);
            }
            $other = $row->version === null ? null : $this->otherRelease($catalogue, $row->package_id, $row->version);
            if ($other !== null && $plan->wants($row->package_id) && $this->resolves($plan->ranging($row->package_id, $other), $instance)) {
                $remedies[] = Finding::remedy('Use another release than '.$row->version, 'as a draft', "/instances/{$instance->id}/draft/range", ['id' => $row->package_id, 'range' => $other]);
            }
            $findings[] = match ($row->kind) {
                'broken' => new Finding(Level::Breaks, "{$title}".($row->version === null ? '' : " {$row->version}").($row->depot === null ? ' does not come up here' : ' is reported broken'), "{$row->text} ".($row->depot === null ? 'Found by a search here.' : "Reported by {$by}."), $row->package_id, $remedies),
                'abandoned' => new Finding(Level::Look, "{$title} is abandoned", "{$row->text} Reported by {$by}.", $row->package_id, $remedies),
                default => new Finding(Level::Look, "{$title} has a successor", "{$row->text} Reported by {$by}.", $row->package_id, $remedies),
            };
        }

        return $findings;
    }

    /** A range that leaves out one release, in the syntax of the package; null when there is no other. */
    private function otherRelease(Catalogue $catalogue, string $id, string $version): ?string
    {
        $package = $catalogue->package($id);
        $position = $package?->positionOf($version);
        if ($package === null || $position === null || count($package->releases) < 2) {
            return null;
        }
        $exact = substr($package->exactly($version), 1);

        return $position + 1 < count($package->releases) ? '>'.$exact : '<'.$exact;
    }

    /** @return list<Finding> */
    private function waivers(Instance $instance, Plan $plan): array
    {
        $catalogue = $this->drafting->catalogue($instance);

        return array_map(function (Waiver $waiver) use ($catalogue, $plan, $instance): Finding {
            $note = $plan->waiverNotes[$waiver->key()] ?? '';
            [$title, $target] = [self::title($catalogue, $waiver->id), self::title($catalogue, $waiver->target)];

            return new Finding(
                Level::Look,
                "A limit of {$title} {$waiver->version} is waived",
                ($waiver->relation === 'needs'
                    ? "{$title} {$waiver->version} asks for another {$target} than is here, and that is disregarded."
                    : "{$title} {$waiver->version} says it cannot stand with {$target}, and that is disregarded.").($note === '' ? '' : " “{$note}”"),
                $waiver->id,
                [Finding::remedy('Heed it again', 'as a draft', "/instances/{$instance->id}/draft/heed", ['id' => $waiver->id, 'relation' => $waiver->relation, 'target' => $waiver->target])],
            );
        }, $plan->waivers);
    }

    /** @return list<Finding> */
    private function build(Instance $instance, Plan $plan): array
    {
        $bases = new Bases($this->games->get($plan->game), $this->drafting->catalogue($instance));
        $builds = $bases->buildsOf($plan->loader, $plan->gameVersion);
        $recommended = array_filter($builds, fn ($build): bool => $build->recommended);

        return $recommended !== [] || $builds === [] ? [] : [new Finding(
            Level::Look,
            "No build of {$bases->title($plan->loader)} is recommended yet",
            "{$bases->game->name} {$plan->gameVersion} is new. {$plan->loaderVersion} is what there is, and it may still have faults.",
            $plan->loader,
        )];
    }

    /**
     * What its files need of the runtime, whatever the depots say.
     *
     * @param  list<RuntimeNeed>  $needs
     * @return list<Finding>
     */
    private function runtime(Instance $instance, array $needs, Plan $plan): array
    {
        $game = $this->games->get($plan->game);
        $unmet = array_values(array_filter($needs, fn (RuntimeNeed $need): bool => $need->package !== null && $need->least > (int) $plan->runtimeVersion));
        if ($unmet === []) {
            return [];
        }
        $first = $unmet[0];
        $enough = array_values(array_filter($game->runtimes, fn (string $version): bool => (int) $version >= $first->least))[0] ?? null;

        return [new Finding(
            Level::Stops,
            count($unmet) === 1 ? "{$first->who} needs {$game->runtimeName} {$first->least}" : count($unmet)." releases need a newer {$game->runtimeName} than {$plan->runtimeVersion}",
            "A file of {$first->who} is built for {$game->runtimeName} {$first->least} ({$first->witness})".match (count($unmet)) {
                1 => '', 2 => "; so is one of {$unmet[1]->who}", default => '; so are files of '.(count($unmet) - 1).' others'
            }.". {$game->runtimeName} {$plan->runtimeVersion} does not read it.",
            $first->package,
            $enough !== null && $this->resolves($plan->onRuntime($enough), $instance) ? [Finding::remedy("Use {$game->runtimeName} {$enough}", 'as a draft', "/instances/{$instance->id}/draft/base", ['runtime' => $enough])] : [],
        )];
    }

    /** @return list<Finding> */
    private function memory(Instance $instance, MemoryAdvice $advice, Plan $plan): array
    {
        $game = $this->games->get($plan->game);
        $findings = [];
        if ($plan->memory < $advice->least) {
            $choice = $advice->choice($game->memory);
            $findings[] = new Finding(Level::Look, 'The memory may be too little', "By rule of thumb: {$advice->sum()}. It is given ".number_format($plan->memory).' MB.', null, $choice->megabytes > $plan->memory ? [Finding::remedy("Give it {$choice->gigabytes()}", 'as a draft', "/instances/{$instance->id}/draft/base", ['memory' => (string) $choice->megabytes])] : []);
        }
        $machine = RunsOn::machine();
        if ($machine !== null && $machine < $plan->memory + self::SYSTEM) {
            $findings[] = new Finding(Level::Look, 'This machine has little memory', 'It has '.number_format($machine).' MB in all, and the game is to be given '.number_format($plan->memory).' MB. With less than '.number_format(self::SYSTEM).' MB left for everything else, the system may end the game.');
        }

        return $findings;
    }

    private function resolves(Plan $plan, Instance $instance): bool
    {
        return $this->drafting->lineUpOf($plan, $instance)->resolved !== null;
    }

    private static function title(Catalogue $catalogue, string $id): string
    {
        return $catalogue->package($id)?->title() ?? $id;
    }

    /**
     * @param  list<string>  $values
     * @return array<string, string> fields of a form
     */
    private static function list(string $name, array $values): array
    {
        $fields = [];
        foreach (array_values($values) as $i => $value) {
            $fields["{$name}[{$i}]"] = $value;
        }

        return $fields;
    }
}
