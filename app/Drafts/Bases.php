<?php

declare(strict_types=1);

namespace App\Drafts;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Catalogue\SupportKey;
use App\Refusal\Refusal;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Chain;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Provision;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Game\BaseChoice;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderBuild;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Waiver;

/** The bases that one game can have, and what each can hold. */
final readonly class Bases
{
    public BaseChoice $choice;

    public function __construct(public GameDefinition $game, private DepotCatalogue $catalogue)
    {
        $this->choice = new BaseChoice($game, $game->packages()[0]);
    }

    /** @return array<string, int> "v" and game version => mods for it, on any loader */
    public function modsByVersion(): array
    {
        $counts = DB::table('holdings')
            ->where('game', $this->game->id)
            ->where('kind', Kind::Mod->value)
            ->pluck('packages', 'game_version')
            ->all();
        $byVersion = [];
        foreach ($this->game->versions as $version) {
            $byVersion['v'.$version->version] = (int) ($counts[$version->version] ?? 0);
        }

        return $byVersion;
    }

    /** @return array<string, int> kind => packages that run on a loader at a version */
    public function holds(string $version, string $loader): array
    {
        return array_map(
            intval(...),
            DB::table('packages')
                ->where('kind', '!=', Kind::Loader->value)
                ->whereRaw('supports && ?::text[]', [SupportKey::anyOf($this->game->id, $version, $this->standsFor($loader))])
                ->groupBy('kind')
                ->selectRaw('kind, count(*) as packages')
                ->pluck('packages', 'kind')
                ->all(),
        );
    }

    /** @return array<string, string> id => name of the expansions of the game at a version */
    public function expansions(string $version, string $loader): array
    {
        return DB::table('packages')
            ->where('kind', Kind::Expansion->value)
            ->whereRaw('supports && ?::text[]', [SupportKey::anyOf($this->game->id, $version, [$loader])])
            ->orderBy('name')
            ->limit(50)
            ->pluck('name', 'id')
            ->all();
    }

    /** @return list<string> the loader, and those whose mods it runs as well: what it stands for, and what it extends */
    public function standsFor(string $loader): array
    {
        $ids = [$loader, ...Chain::under($this->catalogue, $loader)];
        foreach ($this->catalogue->package($loader)->releases ?? [] as $release) {
            array_push($ids, ...array_map(fn (Provision $provision): string => $provision->id, $release->provides));
        }

        return array_values(array_unique($ids));
    }

    /** @return array<string, list<LoaderBuild>> loader id => its builds for a version, newest first */
    public function builds(string $version): array
    {
        $builds = [];
        foreach ($this->game->loaders as $loader) {
            $builds[$loader->id] = $this->buildsOf($loader->id, $version);
        }

        return $builds;
    }

    /** @return list<LoaderBuild> of one loader for a version, newest first */
    public function buildsOf(string $loader, string $version): array
    {
        $package = $this->catalogue->package($loader);

        return $package === null ? [] : $this->choice->builds($package, $this->catalogue->recommended($loader), $version);
    }

    /**
     * A plan from what a person chose, with what they left open chosen for them.
     *
     * @throws Refusal for what does not exist
     */
    public function plan(?string $version, ?string $loader, ?string $build, ?string $runtime, ?int $memory): Plan
    {
        $newest = $this->game->versions[count($this->game->versions) - 1]->version;
        $version ??= $newest;
        $known =
            $this->game->version($version) ??
            throw Refusal::unusable("{$this->game->name} has no version \"".mb_strimwidth($version, 0, 40, '…').'".');
        $all = $this->builds($version);
        $loader ??= (string) array_key_first(array_filter($all) ?: $all);
        $builds =
            $all[$loader] ?? throw Refusal::unusable("{$this->game->name} has no loader \"".mb_strimwidth($loader, 0, 40, '…').'".');
        $chosen = array_values(array_filter($builds, fn (LoaderBuild $one): bool => $one->version === $build))[0] ?? null;
        if ($build !== null && $chosen === null) {
            throw Refusal::unusable(
                'There is no build "'.mb_strimwidth($build, 0, 40, '…')."\" of {$this->title($loader)} for {$version}.",
            );
        }
        $chosen ??= BaseChoice::preferred($builds);
        $runtimes = $this->choice->runtimes($version);
        $enough = array_keys(array_filter($runtimes));
        $runtime ??= substr($enough[0] ?? (string) array_key_first($runtimes), 1);
        if (! isset($runtimes['v'.$runtime])) {
            throw Refusal::unusable("There is no {$this->game->runtimeName} \"".mb_strimwidth($runtime, 0, 40, '…').'" here.');
        }
        $memory ??= $this->game->recommendedMemory();
        if ($memory < 64 || $memory > 65536) {
            throw Refusal::unusable('Memory is between 64 and 65,536 MB.');
        }
        $plan = new Plan(new Base($this->game->id, $version, $loader, $chosen->version ?? '', $this->game->runtimeId, $runtime, $memory));

        return $this->waivingRuntime($plan, $known->version);
    }

    /** Choosing a runtime that is too old is recorded as what it is: a waiver of what game and loader need of it. */
    public function waivingRuntime(Plan $plan, string $version): Plan
    {
        if ($this->choice->runtimes($version)['v'.$plan->base->runtimeVersion] ?? false) {
            return $plan;
        }

        return $plan
            ->waiving(new Waiver($plan->base->game, $version, Relation::Needs, $plan->base->runtime))
            ->waiving(new Waiver($plan->base->loader, $plan->base->loaderVersion, Relation::Needs, $plan->base->runtime));
    }

    public function title(string $id): string
    {
        return $this->catalogue->package($id)?->title() ?? $id;
    }
}
