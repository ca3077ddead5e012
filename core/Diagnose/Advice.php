<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Closure;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Game\BaseChoice;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Once;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\UnusableRange;

/** What would help after a diagnosis: changes of the plan, each of which is known to lead to a line-up. */
final readonly class Advice
{
    /** Other releases of a package that are tried. */
    private const TRIED = 6;

    private Telling $telling;

    /**
     * @param  Plan  $plan  as applied
     * @param  array<string, string>  $lineUp  package id => version, as applied
     * @param  array<string, list<string>>  $understudies  package => what notices say can take its place
     */
    public function __construct(
        private GameDefinition $game,
        private Catalogue $catalogue,
        private Plan $plan,
        private array $lineUp,
        private array $understudies,
        private Trial $trial,
        private Lying $lying = new Lying(),
    ) {
        $this->telling = new Telling($game, $catalogue, $plan, $lineUp);
    }

    public function sentence(Diagnosis $diagnosis): string
    {
        return $this->telling->sentence($diagnosis);
    }

    public function remedies(Diagnosis $diagnosis): Tried
    {
        return $this->tried($this->candidates($diagnosis));
    }

    /** The candidate of a key, tried or not: whether it leads to a line-up is seen in the draft. */
    public function candidate(Diagnosis $diagnosis, string $key): ?PlanRemedy
    {
        return self::called($key, $this->candidates($diagnosis));
    }

    /** @return list<PlanRemedy> all that could help, most likely first */
    private function candidates(Diagnosis $diagnosis): array
    {
        $first = $this->first($diagnosis);
        // What nobody has laid goes first: what a person has asked for is not to blame for it.
        $first = [...$this->takingOut($diagnosis), ...$first];
        foreach ($diagnosis->kind->isOfNoMod() ? [] : $diagnosis->suspects as $suspect) {
            array_push(
                $first,
                ...$this->without($suspect, $diagnosis->kind !== Failure::BadConfig && $diagnosis->kind !== Failure::Unreadable),
            );
        }

        return $first;
    }

    /** @return list<PlanRemedy> what helps against a failure of its kind */
    private function first(Diagnosis $diagnosis): array
    {
        $target = $diagnosis->get('target');

        return match ($diagnosis->kind) {
            Failure::RuntimeTooOld => $this->newerRuntime((int) $diagnosis->get('level')),
            Failure::Missing => $this->missing($target, $diagnosis->get('range')),
            Failure::OtherThanServer => $this->otherVersion($diagnosis->get('package'), '='.$diagnosis->get('found')),
            Failure::OnlyOnServer => $this->missing($target, '='.$diagnosis->get('found')),
            Failure::WrongVersion => $this->otherVersion($target, $diagnosis->get('range')),
            Failure::Duplicate, Failure::Unreadable, Failure::NoLoader, Failure::ClassDamaged => $this->puttingBack($diagnosis),
            Failure::OutOfMemory => $this->game->platform->memoryWords($diagnosis->get('what'))?->moreHelps === false
                ? []
                : $this->memory(fn (int $choice): bool => $choice > $this->plan->base->memory),
            Failure::MachineMemory => $this->memory(fn (int $choice): bool => $choice < $this->plan->base->memory, true),
            Failure::MissingMember, Failure::WrongAssembly => $this->otherReleases($target, newerOnly: true),
            Failure::MissingClass => $target === ''
                ? $this->known($diagnosis->get('class'))
                : $this->otherReleases($target, newerOnly: true),
            Failure::MissingAssembly => $this->known($diagnosis->get('assembly')),
            // Only what lies among the instance's own files can be set aside.
            Failure::BadConfig => in_array(explode('/', $diagnosis->get('file'))[0], $this->game->own, true) &&
            ! str_contains($diagnosis->get('file'), '..')
                ? [$this->settingAside($diagnosis->get('file'))]
                : [],
            default => [],
        };
    }

    /**
     * Remedies for packages that fail together or alone: another release of one, what can take its place, or turning it off.
     *
     * @param  list<string>  $ids
     */
    public function against(array $ids): Tried
    {
        return $this->tried($this->candidatesAgainst($ids));
    }

    /** @param  list<string>  $ids */
    public function candidateAgainst(array $ids, string $key): ?PlanRemedy
    {
        return self::called($key, $this->candidatesAgainst($ids));
    }

    /**
     * @param  list<string>  $ids
     * @return list<PlanRemedy>
     */
    private function candidatesAgainst(array $ids): array
    {
        return array_merge([], ...array_map(fn (string $id): array => $this->without($id, true), $ids));
    }

    /** @param  list<PlanRemedy>  $counsels */
    private static function called(string $key, array $counsels): ?PlanRemedy
    {
        return array_values(array_filter($counsels, fn (PlanRemedy $counsel): bool => $counsel->key === $key))[0] ?? null;
    }

    /**
     * Those that lead to a line-up, each once; of alternatives the first.
     *
     * @param  list<PlanRemedy>  $counsels
     */
    private function tried(array $counsels): Tried
    {
        $kept = $groups = [];
        $isWhole = true;
        foreach ($counsels as $counsel) {
            if (isset($kept[$counsel->key]) || isset($groups[$counsel->among])) {
                continue;
            }
            $holds = $this->trial->holds(($counsel->change)($this->plan));
            $isWhole = $isWhole && $holds !== null;
            if ($holds === true) {
                $kept[$counsel->key] = $counsel;
                $groups += $counsel->among === '' ? [] : [$counsel->among => true];
            }
        }

        return new Tried(array_values($kept), $isWhole);
    }

    /** @return list<PlanRemedy> of which one is enough */
    private function newerRuntime(int $level): array
    {
        $least = $this->game->platform->version($level);
        $enough = array_values(array_filter(array_reverse($this->game->runtimes), fn (string $version): bool => (int) $version >= $least));

        return array_map(
            fn (string $version): PlanRemedy => new PlanRemedy(
                "runtime {$version}",
                "Use {$this->game->runtimeName} {$version}",
                fn (Plan $plan): Plan => $plan->onRuntime($version),
                among: 'runtime',
            ),
            $enough,
        );
    }

    /**
     * @param  Closure(int): bool  $fits
     * @return list<PlanRemedy>
     */
    private function memory(Closure $fits, bool $largest = false): array
    {
        $choices = array_values(array_filter($this->game->memory, fn ($choice): bool => $fits($choice->megabytes)));
        $choice = $choices === [] ? null : $choices[$largest ? count($choices) - 1 : 0];

        return $choice === null
            ? []
            : [
                new PlanRemedy(
                    "memory {$choice->megabytes}",
                    "Give it {$choice->gigabytes()}",
                    fn (Plan $plan): Plan => $plan->withMemory($choice->megabytes),
                ),
            ];
    }

    /** @return list<PlanRemedy> nothing where what is there is what was laid: it would be laid again */
    private function puttingBack(Diagnosis $diagnosis): array
    {
        $of = $diagnosis->kind === Failure::NoLoader ? $this->plan->base->loader : $diagnosis->get('package');

        return $this->lying->canBePutBack($of)
            ? [new PlanRemedy('put back', 'Put the files back as they were', fn (Plan $plan): Plan => $plan->puttingBack())]
            : [];
    }

    /** @return list<PlanRemedy> for what lies in the folder, was not laid, and is what the failure is about */
    private function takingOut(Diagnosis $diagnosis): array
    {
        $packages = [...$diagnosis->suspects, $diagnosis->get('package'), $diagnosis->get('target')];
        $files = $diagnosis->get('file').' '.$diagnosis->get('files');

        return array_map(
            fn (string $path): PlanRemedy => new PlanRemedy(
                'out '.Once::keyOf($path),
                'Take '.mb_scrub($path).' out, into the bin',
                fn (Plan $plan): Plan => $plan->takingOut($path),
            ),
            $this->lying->about($packages, trim($files)),
        );
    }

    private function settingAside(string $file): PlanRemedy
    {
        return new PlanRemedy(
            "aside {$file}",
            "Set {$file} aside; the game makes a new one",
            fn (Plan $plan): Plan => $plan->settingAside($file),
        );
    }

    /** @return list<PlanRemedy> */
    private function missing(string $target, string $range): array
    {
        return isset($this->lineUp[$target])
            ? [
                new PlanRemedy(
                    'put back',
                    'Put back the file of '.$this->telling->title($target),
                    fn (Plan $plan): Plan => $plan->puttingBack(),
                ),
            ]
            : [
                new PlanRemedy(
                    "add {$target}",
                    'Add '.$this->telling->title($target),
                    fn (Plan $plan): Plan => $plan->wanting($target, $this->usable($target, $range)),
                    $target,
                ),
            ];
    }

    /**
     * A package that is called as the class's namespace or the assembly begins, if there is one that is not here.
     *
     * @return list<PlanRemedy>
     */
    private function known(string $name): array
    {
        $candidates = [strtolower($name), strtolower((string) preg_replace('/(?<=[a-z])(?=[A-Z])/', '-', explode('.', $name)[0]))];
        foreach (array_slice(explode('.', $name), 0, 3) as $part) {
            $candidates[] = strtolower(strtr($part, '_', '-'));
        }
        foreach (array_unique($candidates) as $id) {
            if (
                preg_match('/^[a-z0-9][a-z0-9._+-]*$/D', $id) === 1 &&
                ! isset($this->lineUp[$id]) &&
                $this->catalogue->package($id) !== null
            ) {
                return $this->missing($id, '*');
            }
        }

        return [];
    }

    /** @return list<PlanRemedy> */
    private function otherVersion(string $target, string $range): array
    {
        $package = $this->catalogue->package($target);
        if ($package === null || $target === $this->game->id) {
            return [];
        }
        $range = $this->usable($target, $range);
        if ($target !== $this->plan->base->loader) {
            return [
                new PlanRemedy(
                    "range {$target} {$range}",
                    trim('Use '.$this->telling->title($target).' '.$this->telling->words($target, $range)),
                    fn (Plan $plan): Plan => $plan->wantingIn($target, $range),
                ),
            ];
        }
        [$game] = $this->game->packages();
        $fitting = $package->within($range, Syntax::Comparator);
        foreach ((new BaseChoice($this->game, $game))->builds($package, [], $this->plan->base->gameVersion) as $build) {
            if ($fitting->has((int) $package->positionOf($build->version))) {
                return [
                    new PlanRemedy(
                        "build {$build->version}",
                        "Use {$package->title()} {$build->version}",
                        fn (Plan $plan): Plan => $plan->onBuild($build->version),
                    ),
                ];
            }
        }

        return [];
    }

    /**
     * Newer releases, of which one is enough, the newest first; and older ones, likewise.
     *
     * @return list<PlanRemedy>
     */
    private function otherReleases(string $id, bool $newerOnly = false): array
    {
        $package = $this->catalogue->package($id);
        $here = $package?->positionOf($this->lineUp[$id] ?? '');
        if ($package === null || $here === null || in_array($id, $this->plan->base->packages(), true)) {
            return [];
        }
        $count = count($package->releases);
        $newer = $this->releases($package, $here + 1 < $count ? range($count - 1, $here + 1) : [], "newer {$id}");

        return [...$newer, ...$newerOnly || $here === 0 ? [] : $this->releases($package, range($here - 1, 0), "older {$id}")];
    }

    /**
     * @param  list<int>  $positions
     * @return list<PlanRemedy>
     */
    private function releases(Package $package, array $positions, string $among): array
    {
        $allowed = $package->allowed($this->plan->channels[$package->id] ?? ($this->plan->channels['*'] ?? Channel::Stable));
        $counsels = [];
        foreach (array_slice(array_values(array_filter($positions, $allowed->has(...))), 0, self::TRIED) as $position) {
            $version = $package->releases[$position]->version;
            $change = fn (Plan $plan): Plan => $plan->wantingIn($package->id, $package->exactly($version));
            $counsels[] = new PlanRemedy("release {$package->id} {$version}", "Use {$package->title()} {$version}", $change, among: $among);
        }

        return $counsels;
    }

    /** @return list<PlanRemedy> */
    private function without(string $id, bool $otherReleases): array
    {
        $title = $this->telling->title($id);
        $counsels = $otherReleases ? $this->otherReleases($id) : [];
        if (! $this->plan->wants($id)) {
            return $counsels;
        }
        foreach ([...$this->catalogue->package($id)->understudies ?? [], ...$this->understudies[$id] ?? []] as $understudy) {
            $counsels[] = new PlanRemedy(
                "instead {$id} {$understudy}",
                'Use '.$this->telling->title($understudy)." in place of {$title}",
                fn (Plan $plan): Plan => $plan->without($id)->wanting($understudy),
            );
        }
        $counsels[] = new PlanRemedy("off {$id}", "Turn {$title} off", fn (Plan $plan): Plan => $plan->turningOff($id));

        return $counsels;
    }

    /** A range from a log if it can be read, and every release if not. */
    private function usable(string $id, string $range): string
    {
        try {
            $this->catalogue->package($id)?->readRange($range, Syntax::Comparator);

            return $range === '' ? '*' : $range;
        } catch (UnusableRange) {
            return '*';
        }
    }
}
